"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type KeyboardEvent, type ReactNode, useId, useState } from "react";

interface TabsProps {
  readonly label: string;
  readonly tabs: readonly { readonly name: string; readonly content: ReactNode }[];
}

/** Several pages in one column; the arrow keys go from tab to tab. */
export function Tabs({ label, tabs }: TabsProps) {
  const id = useId();
  const [at, setAt] = useState(0);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const next = (at + step + tabs.length) % tabs.length;
    setAt(next);
    document.getElementById(`${id}-${next}`)?.focus();
  };
  return (
    <Box>
      <Flex
        role="tablist"
        aria-label={label}
        gap="16px"
        borderBottomWidth="1px"
        borderColor="line"
        position="sticky"
        top="-12px"
        bg="ink"
        zIndex={2}
        mx="-2px"
        px="2px"
        onKeyDown={onKeyDown}
      >
        {tabs.map(({ name }, index) => (
          <Box
            as="button"
            key={name}
            id={`${id}-${index}`}
            role="tab"
            aria-selected={index === at}
            aria-controls={`${id}-panel`}
            tabIndex={index === at ? 0 : -1}
            minH={{ base: "44px", md: "34px" }}
            fontSize="13.5px"
            color={index === at ? "lamp" : "ash"}
            fontWeight={index === at ? 620 : 440}
            borderBottomWidth="2px"
            borderColor={index === at ? "lamp" : "transparent"}
            onClick={() => setAt(index)}
          >
            {name}
          </Box>
        ))}
      </Flex>
      <Box role="tabpanel" id={`${id}-panel`} aria-labelledby={`${id}-${at}`} pt="8px">
        {tabs[at]?.content}
      </Box>
    </Box>
  );
}
