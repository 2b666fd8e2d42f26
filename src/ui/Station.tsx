"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { Action } from "./Action";

interface StationProps {
  /** The picture or chart that owns the screen. */
  readonly main: ReactNode;
  /** What the column of reasons is called, where it becomes a tab. */
  readonly mainName: string;
  readonly reasonsName: string;
  readonly reasons: ReactNode;
  /** Which of the two a phone shows first. */
  readonly opensOn?: "main" | "reasons";
}

/** A station's work area: one main thing and one column of reasons; on a phone the two are tabs at the bottom. */
export function Station({ main, mainName, reasonsName, reasons, opensOn = "main" }: StationProps) {
  const [tab, setTab] = useState<"main" | "reasons">(opensOn);
  const tabs = [
    { id: "main", name: mainName },
    { id: "reasons", name: reasonsName },
  ] as const;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex flex="1" minH="0">
        <Box
          flex="1"
          minW="0"
          minH="0"
          position="relative"
          display={{ base: tab === "main" ? "flex" : "none", md: "flex" }}
          flexDirection="column"
        >
          {main}
        </Box>
        <Box
          as="aside"
          aria-label={reasonsName}
          width={{ base: "100%", md: "336px" }}
          flexShrink="0"
          // What is hidden in it for eyes alone must not make the page longer.
          position="relative"
          overflowY="auto"
          borderLeftWidth={{ base: 0, md: "1px" }}
          borderColor="line"
          px="18px"
          py="12px"
          display={{ base: tab === "reasons" ? "block" : "none", md: "block" }}
        >
          {reasons}
        </Box>
      </Flex>
      <Flex role="tablist" display={{ base: "flex", md: "none" }} borderTopWidth="1px" borderColor="line">
        {tabs.map(({ id, name }) => (
          <Action
            look="text"
            justifyContent="center"
            key={id}
            role="tab"
            aria-selected={tab === id}
            onClick={() => setTab(id)}
            flex="1"
            minH="44px"
            color={tab === id ? "lamp" : "ash"}
            fontWeight={tab === id ? 600 : 400}
          >
            {name}
          </Action>
        ))}
      </Flex>
    </Flex>
  );
}
