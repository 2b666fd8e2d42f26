"use client";

import { Box } from "@chakra-ui/react";
import { METHODS, type StackMethod } from "@/core/stack";
import { OneOf } from "@/ui/OneOf";

/** The ways to fuse, each with what it does. */
export function MethodChoice({
  value,
  onChange,
}: {
  readonly value: StackMethod;
  readonly onChange: (method: StackMethod) => void;
}) {
  return (
    <Box py="10px">
      <OneOf
        label="How they are fused"
        value={value}
        options={METHODS.map(({ id, words: { name, does } }) => ({
          value: id,
          name: <Box fontWeight={600}>{name}</Box>,
          says: id === value && (
            <Box fontSize="note" color="ash">
              {does}
            </Box>
          ),
        }))}
        onChange={onChange}
      />
    </Box>
  );
}
