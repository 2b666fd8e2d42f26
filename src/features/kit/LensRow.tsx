"use client";

import { Box, Flex, Menu, Portal } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useFieldArray, useFormContext } from "react-hook-form";
import { GENERIC_LENSES } from "@/core/camera";
import { Action } from "@/ui/Action";
import { lensTexts, type TypedPhone } from "./typedPhone";

interface LensRowProps {
  /** Which lens is open. */
  readonly at: number;
  readonly onAt: (at: number) => void;
}

/** A name that no lens has yet: `tele`, `tele 2`. */
function freeName(wanted: string, taken: readonly string[]): string {
  const numbered = Array.from(taken, (_, i) => `${wanted} ${i + 2}`);
  return [wanted, ...numbered].find((name) => !taken.includes(name)) ?? wanted;
}

/** The lenses of a phone by name, and the ways to add one and to take one out. */
export function LensRow({ at, onAt }: LensRowProps) {
  const { control, watch } = useFormContext<TypedPhone>();
  const { append, remove } = useFieldArray({ control, name: "profile.lenses" });
  const lenses = watch("profile.lenses");
  const add = (generic: (typeof GENERIC_LENSES)[number]) => {
    const taken = lenses.map(({ name }) => name);
    append(lensTexts({ ...generic, name: freeName(generic.name, taken) }), { shouldFocus: false });
    onAt(lenses.length);
  };
  return (
    <Flex gap="14px" align="center" wrap="wrap" borderBottomWidth="1px" pb="6px">
      <Box as="h2" fontSize="lead" fontWeight={600}>
        Lenses
      </Box>
      {lenses.map((lens, index) => (
        <Action
          look="text"
          // biome-ignore lint/suspicious/noArrayIndexKey: a lens may have any name while it is typed
          key={index}
          minH="32px"
          aria-pressed={index === at}
          color={index === at ? "lamp" : "bone"}
          onClick={() => onAt(index)}
        >
          {lens.name.trim() === "" ? "no name" : lens.name}
        </Action>
      ))}
      <Box flex="1" />
      <Menu.Root onSelect={({ value }) => add(GENERIC_LENSES.find(({ name }) => name === value)!)}>
        <Menu.Trigger asChild>
          <Action minHeight="32px" px="10px">
            <Plus size={14} /> Add a lens
          </Action>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content>
              {GENERIC_LENSES.map(({ name }) => (
                <Menu.Item key={name} value={name}>
                  {`like the usual ${name}`}
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {lenses.length > 1 && (
        <Action
          look="quiet"
          onClick={() => {
            remove(at);
            onAt(0);
          }}
        >
          Take this lens out
        </Action>
      )}
    </Flex>
  );
}
