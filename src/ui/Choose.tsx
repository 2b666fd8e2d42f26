"use client";

import { Box } from "@chakra-ui/react";

interface ChooseProps<Value extends string | number> {
  readonly label: string;
  readonly value: Value | "";
  readonly options: readonly { readonly value: Value; readonly name: string }[];
  readonly onChoose: (value: Value) => void;
  /** Shown while nothing is chosen; without it the first option is. */
  readonly placeholder?: string;
  readonly maxWidth?: string;
}

/** One of a list, on a line of text. */
export function Choose<Value extends string | number>(props: ChooseProps<Value>) {
  const { label, value, options, onChoose, placeholder, maxWidth = "170px" } = props;
  return (
    <Box asChild bg="slate" height={{ base: "40px", md: "28px" }} fontSize="12.5px" maxW={maxWidth}>
      <select
        aria-label={label}
        value={value}
        onChange={(event) => {
          const chosen = options.find((option) => String(option.value) === event.target.value);
          if (chosen) onChoose(chosen.value);
        }}
      >
        {placeholder !== undefined && <option value="">{placeholder}</option>}
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.name}
          </option>
        ))}
      </select>
    </Box>
  );
}
