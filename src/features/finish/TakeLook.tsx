"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download, Printer } from "lucide-react";
import type { LookReply } from "@/contracts/replies";
import { notInTable, parseLook } from "@/core/finish";
import { DownloadLink } from "@/features/api/DownloadLink";
import { Action } from "@/ui/Action";

/** Ways in which a saved look goes to others: its line, a table of colours, a code for a camera. */
export function TakeLook({
  look: { id, name, line },
  tables,
}: {
  readonly look: LookReply;
  /** Names of the tables of colours that are kept. */
  readonly tables: readonly string[];
}) {
  const href = (format: "line" | "cube" | "qr" | "pdf") => `/api/looks/${id}/file?format=${format}`;
  const { look } = parseLook(line);
  const left = notInTable(look);
  const missing = look.table && !tables.includes(look.table.name) ? look.table.name : null;
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
            <DownloadLink href={href("pdf")}>
              <Printer size={15} /> A sheet to print
            </DownloadLink>
          </Action>
          {missing === null ? (
            <Action asChild px="10px" minH="30px">
              <DownloadLink href={href("cube")}>
                <Download size={15} /> A .cube table
              </DownloadLink>
            </Action>
          ) : (
            <Box color="coral">Its table {missing} is gone: give its .cube file again to take one along.</Box>
          )}
          {left.length > 0 && <Box>A table cannot hold what depends on the place: {left.join(", ")}.</Box>}
        </Flex>
      </Flex>
    </Box>
  );
}
