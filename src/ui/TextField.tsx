"use client";

import { Field, Input, Textarea } from "@chakra-ui/react";
import type { InputHTMLAttributes, ReactNode, Ref } from "react";

interface TextFieldProps extends Omit<InputHTMLAttributes<HTMLInputElement | HTMLTextAreaElement>, "size" | "color"> {
  readonly label: ReactNode;
  /** What is wrong with what was typed; it stays as typed. */
  readonly problem?: string | undefined;
  /** What the value is good for. */
  readonly help?: ReactNode;
  /** Where characters are read one by one. */
  readonly mono?: boolean;
  /** More than one for a text of several lines. */
  readonly rows?: number;
  readonly ref?: Ref<HTMLInputElement & HTMLTextAreaElement>;
}

/** A typed value with its label, its help and what is wrong with it; a form registers it with its name and ref. */
export function TextField({ label, problem, help, mono = false, rows = 1, ref, ...control }: TextFieldProps) {
  const given = { ...control, ref: ref ?? null, fontFamily: mono ? "mono" : "body" } as const;
  return (
    <Field.Root invalid={problem !== undefined}>
      <Field.Label>{label}</Field.Label>
      {rows > 1 ? <Textarea {...given} rows={rows} /> : <Input {...given} size="sm" />}
      {help && <Field.HelperText>{help}</Field.HelperText>}
      <Field.ErrorText role="alert">{problem}</Field.ErrorText>
    </Field.Root>
  );
}

/** Some other control of a form with its label. */
export function LabelledField({ label, children }: { readonly label: ReactNode; readonly children: ReactNode }) {
  return (
    <Field.Root>
      <Field.Label>{label}</Field.Label>
      {children}
    </Field.Root>
  );
}
