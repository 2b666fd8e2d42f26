"use client";

import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { type ReactNode, type RefObject, useState } from "react";

interface EntryProps {
  readonly label: string;
  readonly value: string;
  readonly width?: string;
  readonly placeholder?: string;
  readonly inputRef?: RefObject<HTMLInputElement | null>;
  /** Takes what was typed; returns what is wrong with it, or null. */
  readonly onCommit: (text: string) => string | null;
}

/** A short typed value, taken on Enter or on leaving; what is wrong stays as typed, with the reason. */
export function Entry({ label, value, width = "84px", placeholder, inputRef, onCommit }: EntryProps) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Field.Root invalid={problem !== null} width="auto">
      <Input
        key={value}
        ref={inputRef}
        size="sm"
        width={width}
        aria-label={label}
        fontFamily="mono"
        textAlign="right"
        placeholder={placeholder}
        defaultValue={value}
        onBlur={({ target }) => setProblem(target.value === value ? null : onCommit(target.value))}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <Field.ErrorText role="alert" maxW="170px">
        {problem}
      </Field.ErrorText>
    </Field.Root>
  );
}

/** A name with its control at the right. */
export function Row({ label, children }: { readonly label: ReactNode; readonly children: ReactNode }) {
  return (
    <Flex align="center" gap="8px" py="3px" fontSize="note" minH="32px">
      <Box flex="1" color="ash">
        {label}
      </Box>
      {children}
    </Flex>
  );
}
