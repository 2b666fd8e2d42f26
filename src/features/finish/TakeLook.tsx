"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download } from "lucide-react";
import type { LookReply } from "@/contracts/replies";
import { notInTable, parseLook } from "@/core/finish";
import { DownloadLink } from "@/features/api/DownloadLink";
import { Action } from "@/ui/Action";

/** Ways in which a saved look goes to others: its line, a table of colours, a code for a camera. */
export function TakeLook({ look: { id, name, line } }: { readonly look: LookReply }) {
  const href = (format: "line" | "cube" | "qr") => `/api/looks/${id}/file?format=${format}`;
  const left = notInTable(parseLook(line).look);
  return (
    <Box as="section" aria-label={`${name}, to take along`} py="6px" fontSize="note" color="ash">
      <Flex gap="12px" align="flex-start">
        <Box asChild width="132px" height="132px" bg="white" flexShrink="0">
          <img src={href("qr")} alt={`${line}, as a code that a camera reads`} />
        </Box>
        <Flex direction="column" gap="6px" align="flex-start">
          <Box>A camera reads this code as the look line.</Box>
          <Action asChild px="10px" minH="30px">
            <DownloadLink href={href("line")}>
              <Download size={15} /> Its line
            </DownloadLink>
          </Action>
          <Action asChild px="10px" minH="30px">
            <DownloadLink href={href("cube")}>
              <Download size={15} /> A .cube table
            </DownloadLink>
          </Action>
          {left.length > 0 && <Box>A table cannot hold what depends on the place: {left.join(", ")}.</Box>}
        </Flex>
      </Flex>
    </Box>
  );
}
