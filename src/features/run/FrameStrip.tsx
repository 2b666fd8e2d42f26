"use client";

import { Box, Flex } from "@chakra-ui/react";
import { spoils } from "@/contracts/runMark";
import { thumbnailUrl } from "@/features/api/pictures";
import type { RunWithFrames } from "@/features/api/queries";
import { marksOfFrame } from "@/features/api/runMarks";
import { Action } from "@/ui/Action";

interface FrameStripProps {
  readonly run: RunWithFrames;
  /** The one that is shown large; null for none. */
  readonly shownId: string | null;
  readonly onShow: (id: string) => void;
}

/** A run's frames, with what was said of them. */
export function FrameStrip({ run, shownId, onShow }: FrameStripProps) {
  return (
    <Flex
      as="ul"
      listStyleType="none"
      gap="4px"
      px="16px"
      py="8px"
      overflowX="auto"
      flexShrink="0"
      borderTopWidth="1px"
      borderColor="line"
    >
      {run.frames.map(({ id, name, thumbnailHash, runIndex }) => {
        const marks = marksOfFrame(run, { runIndex });
        const isOut = marks.some(spoils);
        const said = marks.map(({ kind, text }) => (kind === "note" ? text : kind)).join(", ");
        return (
          <Box as="li" key={id} flexShrink="0" position="relative">
            <Action
              look="tile"
              aria-label={`Show ${name}${said ? `: ${said}` : ""}`}
              title={said || name}
              aria-pressed={id === shownId}
              onClick={() => onShow(id)}
              borderWidth="2px"
              borderColor={id === shownId ? "lamp" : isOut ? "coral" : "transparent"}
              display="block"
            >
              <Box asChild width="72px" height="54px" objectFit="cover" opacity={isOut ? 0.4 : 1}>
                <img src={thumbnailUrl(thumbnailHash)} alt="" loading="lazy" />
              </Box>
            </Action>
            {marks.map(
              ({ id: markId, isSpoken }) =>
                isSpoken && (
                  <Box key={markId} mt="2px">
                    {/* biome-ignore lint/a11y/useMediaCaption: a person's own few words to themselves */}
                    <audio
                      controls
                      preload="none"
                      style={{ width: 72, height: 24 }}
                      aria-label={`Spoken beside ${name}`}
                      src={`/api/runs/${run.run.id}/marks/${markId}/sound`}
                    />
                  </Box>
                ),
            )}
            {said && (
              <Box
                position="absolute"
                left="4px"
                bottom="4px"
                maxW="64px"
                px="3px"
                fontSize="note"
                bg="veil"
                color={isOut ? "coral" : "onPicture"}
                truncate
                pointerEvents="none"
              >
                {said}
              </Box>
            )}
          </Box>
        );
      })}
    </Flex>
  );
}
