"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";

interface EntryProps {
  readonly label: string;
  readonly value: string;
  readonly width?: string;
  readonly placeholder?: string;
  /** Takes what was typed; returns what is wrong with it, or null. */
  readonly onCommit: (text: string) => string | null;
}

/** A short typed value, taken on Enter or on leaving; what is wrong stays as typed, with the reason. */
export function Entry({ label, value, width = "84px", placeholder, onCommit }: EntryProps) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Box>
      <Input
        key={value}
        size="xs"
        width={width}
        aria-label={label}
        aria-invalid={problem !== null}
        title={problem ?? label}
        bg="slate"
        borderColor={problem ? "coral" : "line"}
        fontFamily="mono"
        textAlign="right"
        placeholder={placeholder}
        defaultValue={value}
        onBlur={(event) => event.target.value !== value && setProblem(onCommit(event.target.value))}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      {problem && (
        <Box color="coral" fontSize="11.5px" maxW="150px" role="alert">
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** A name with its control at the right. */
export function Row({ label, children }: { readonly label: ReactNode; readonly children: ReactNode }) {
  return (
    <Flex align="center" gap="8px" py="3px" fontSize="12.5px" minH="32px">
      <Box flex="1" color="ash">
        {label}
      </Box>
      {children}
    </Flex>
  );
}

/** Reads a number as people write it, with a comma or a real minus sign; NaN for anything else. */
export function typedNumber(text: string): number {
  return text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".").replace("\u2212", "-"));
}
