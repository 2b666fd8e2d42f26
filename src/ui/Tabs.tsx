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
    <Parts.Root defaultValue={tabs[0]?.name ?? null} lazyMount unmountOnExit>
      <Parts.List aria-label={label} position="sticky" top="-12px" bg="ink" zIndex={2} mx="-2px" px="2px">
        {tabs.map(({ name }) => (
          <Parts.Trigger key={name} value={name}>
            {name}
          </Parts.Trigger>
        ))}
      </Parts.List>
      {tabs.map(({ name, content }) => (
        <Parts.Content key={name} value={name} pt="8px">
          {content}
        </Parts.Content>
      ))}
    </Parts.Root>
  );
}
