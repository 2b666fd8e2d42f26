"use client";

import { NativeSelect } from "@chakra-ui/react";

interface ChooseProps<Value extends string | number> {
  /** Left out where a field around it has a label. */
  readonly label?: string;
  readonly value: Value | "";
  readonly options: readonly { readonly value: Value; readonly name: string }[];
  readonly onChoose: (value: Value) => void;
  /** Shown while nothing is chosen; without it the first option is. */
  readonly placeholder?: string;
  /** `md` stands in a form, over its whole width; `xs` in a line of text. */
  readonly size?: "xs" | "sm" | "md";
  readonly maxWidth?: string;
}

/** One of a list. */
export function Choose<Value extends string | number>(props: ChooseProps<Value>) {
  const {
    label,
    value,
    options,
    onChoose,
    placeholder,
    size = "sm",
    maxWidth = size === "md" ? "100%" : "170px",
  } = props;
  return (
    <NativeSelect.Root size={size} maxW={maxWidth}>
      <NativeSelect.Field
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
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
