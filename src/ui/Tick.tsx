"use client";

import { Checkbox } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface TickProps {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}

/** Something that is so or is not. */
export function Tick({ checked, onChange, children }: TickProps) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(change) => onChange(change.checked === true)}>
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label>{children}</Checkbox.Label>
    </Checkbox.Root>
  );
}
