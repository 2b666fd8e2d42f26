"use client";

import { Box, Flex } from "@chakra-ui/react";
import { intentOf } from "@/core/intent";
import { WINDOW_KINDS } from "@/core/night";
import { clockSpan } from "./clock";
import type { Night } from "./NightContext";

interface WindowListProps {
  readonly night: Night;
  /** Shows the window on the ribbon. */
  readonly onShow: (beginMs: number, endMs: number) => void;
}

/** The windows of a night with begin, end and reason; those that matter for the intent come with a mark. */
export function WindowList({ night, onShow }: WindowListProps) {
  const { windows, site, intent } = night;
  const matter = intentOf(intent).windows;
  return (
    <Box as="section" aria-label="Windows" overflowY="auto" minH="0" px="16px" py="8px">
      <Box as="h2" fontSize="13px" fontWeight={620} mb="2px">
        Windows
      </Box>
      {windows.length === 0 && <Box color="ash">This night has none: the sun stays up, or stays far down.</Box>}
      <Box as="ul" listStyleType="none">
        {windows.map(({ kind, beginMs, endMs, why }) => {
          const marked = matter.includes(kind);
          return (
            <Box as="li" key={`${kind}${beginMs}`} borderTopWidth="1px" borderColor="line">
              <Flex
                as="button"
                width="100%"
                textAlign="left"
                py="5px"
                gap="12px"
                onClick={() => onShow(beginMs, endMs)}
              >
                <Box fontFamily="mono" fontSize="12.5px" width="100px" flexShrink="0" color={marked ? "lamp" : "ash"}>
                  {clockSpan(beginMs, endMs, site.zone)}
                </Box>
                <Box>
                  <Box fontSize="13.5px" fontWeight={marked ? 620 : 480}>
                    {WINDOW_KINDS[kind]}
                    {`, ${Math.round((endMs - beginMs) / 60_000)} min`}
                  </Box>
                  <Box fontSize="12.5px" color="ash">
                    {why}
                  </Box>
                </Box>
              </Flex>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
