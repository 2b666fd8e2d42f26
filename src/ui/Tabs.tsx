"use client";

import { Tabs as Parts } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface TabsProps {
  readonly label: string;
  readonly tabs: readonly { readonly name: string; readonly content: ReactNode }[];
}

/** Several pages in one column, of which only the open one is drawn. */
export function Tabs({ label, tabs }: TabsProps) {
  return (
    // By their order: a name may hold what an identifier must not.
    <Parts.Root defaultValue="0" lazyMount unmountOnExit>
      <Parts.List aria-label={label} position="sticky" top="-12px" bg="ink" zIndex={2} mx="-2px" px="2px">
        {tabs.map(({ name }, index) => (
          <Parts.Trigger key={name} value={String(index)}>
            {name}
          </Parts.Trigger>
        ))}
      </Parts.List>
      {tabs.map(({ name, content }, index) => (
        <Parts.Content key={name} value={String(index)} pt="8px">
          {content}
        </Parts.Content>
      ))}
    </Parts.Root>
  );
}
