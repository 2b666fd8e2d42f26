"use client";

import { Box, Flex } from "@chakra-ui/react";
import { counted } from "@/core/words";
import { Bar } from "@/ui/Bar";
import type { Upload } from "./useImport";

const WORDS = { waiting: "waiting", sending: "sending", taken: "taken", refused: "refused" } as const;
/** More would not be read. */
const MOST_SHOWN = 40;

/** Files that are not through yet, those on their way first. */
export function UploadList({ uploads }: { readonly uploads: readonly Upload[] }) {
  const open = uploads.filter(({ state }) => state !== "taken");
  const more = open.length - MOST_SHOWN;
  return (
    <Box as="ul" listStyleType="none" aria-label="Files on their way" mb="16px">
      {open.slice(0, MOST_SHOWN).map(({ id, name, share, state, reason }) => (
        <Flex as="li" key={id} align="center" gap="12px" py="3px" fontSize="note">
          <Box width="220px" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {name}
          </Box>
          <Bar
            label={name}
            done={share}
            total={1}
            width="min(280px, 40%)"
            colour={state === "refused" ? "coral" : "lamp"}
          />
          <Box color={state === "refused" ? "coral" : "ash"}>{reason ?? WORDS[state]}</Box>
        </Flex>
      ))}
      {more > 0 && (
        <Box as="li" fontSize="note" color="ash" py="3px">
          {`and ${counted(more, "more file")}`}
        </Box>
      )}
    </Box>
  );
}
