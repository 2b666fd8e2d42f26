"use client";

import { Flex, RadioGroup } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface OneOfProps<Value extends string | number> {
  /** Named for those who do not see it where something else on the page names it. */
  readonly label: string;
  readonly labelHidden?: boolean;
  readonly value: Value | null;
  readonly options: readonly { readonly value: Value; readonly name: ReactNode; readonly says?: ReactNode }[];
  readonly onChange: (value: Value) => void;
}

/** One of a few that are all seen at once; with what each does, one below the other. */
export function OneOf<Value extends string | number>({
  label,
  labelHidden = false,
  value,
  options,
  onChange,
}: OneOfProps<Value>) {
  const chosenAt = options.findIndex((option) => option.value === value);
  const explained = options.some(({ says }) => says !== undefined);
  return (
    <RadioGroup.Root
      aria-label={labelHidden ? label : undefined}
      // By their order: a value may hold what an identifier must not.
      value={chosenAt < 0 ? null : String(chosenAt)}
      onValueChange={(change) => {
        const chosen = options[Number(change.value)];
        if (chosen) onChange(chosen.value);
      }}
    >
      {!labelHidden && <RadioGroup.Label>{label}</RadioGroup.Label>}
      <Flex direction={explained ? "column" : "row"} gap={explained ? "8px" : "2px 14px"} wrap="wrap">
        {options.map((option, index) => (
          <RadioGroup.Item key={option.value} value={String(index)} alignItems={explained ? "flex-start" : "center"}>
            <RadioGroup.ItemHiddenInput />
            <RadioGroup.ItemControl mt={explained ? "3px" : "0"}>
              <span className="dot" />
            </RadioGroup.ItemControl>
            <RadioGroup.ItemText>
              {option.name}
              {option.says}
            </RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </Flex>
    </RadioGroup.Root>
  );
}
