"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download } from "lucide-react";
import { useState } from "react";
import { EXPORT_FORMAT_IDS, EXPORT_FORMATS } from "@/core/formats";
import { DownloadLink } from "@/features/api/DownloadLink";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";

/** Longest edges that are offered beside all pixels, for screens and for sending. */
const EDGES = [4096, 2048, 1080] as const;

/** The finished picture as a file: its pixels are made when it is asked for. */
export function TakeAway({ finishId, longestPx }: { readonly finishId: string; readonly longestPx: number | null }) {
  const [edge, setEdge] = useState<number>(0);
  const [space, setSpace] = useState<"srgb" | "p3">("srgb");
  const sizes = EDGES.filter((px) => longestPx === null || px < longestPx);
  const query = (format: string) => `format=${format}&space=${space}${edge > 0 ? `&edge=${edge}` : ""}`;
  return (
    <Box as="section" aria-label="Take it away" borderTopWidth="1px" borderColor="line" py="8px">
      <Flex gap="8px" align="center" pb="6px" fontSize="note" color="ash">
        <Choose
          size="xs"
          label="Size"
          value={edge}
          options={[
            { value: 0, name: "All pixels" },
            ...sizes.map((px) => ({ value: px as number, name: `Longest edge ${px}` })),
          ]}
          onChoose={setEdge}
        />
        <Choose
          size="xs"
          label="Colours"
          value={space}
          options={[
            { value: "srgb", name: "sRGB" },
            { value: "p3", name: "Display P3" },
          ]}
          onChoose={setSpace}
        />
      </Flex>
      <Flex gap="6px" wrap="wrap">
        {EXPORT_FORMAT_IDS.map((format) => (
          <Action asChild key={format} look={format === "jpeg" ? "main" : "plain"} px="10px">
            <DownloadLink href={`/api/finishes/${finishId}/download?${query(format)}`}>
              <Download size={15} /> {EXPORT_FORMATS[format].name}
            </DownloadLink>
          </Action>
        ))}
      </Flex>
      <Box fontSize="note" color="ash" pt="4px">
        With the look line and the recipe among its metadata, without the place where it was taken.
      </Box>
    </Box>
  );
}
