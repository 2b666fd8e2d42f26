"use client";

import { Box } from "@chakra-ui/react";
import { memo } from "react";
import type { FrameReply } from "@/contracts/replies";
import { thumbnailUrl } from "@/features/api/pictures";
import { Action } from "@/ui/Action";

interface FrameTileProps {
  readonly frame: FrameReply;
  /** Whether it is left out. */
  readonly out: boolean;
  /** Its value of what the sheet is sorted by, in words; null where it is sorted by time. */
  readonly said: string | null;
  /** The same function each time, or thousands of tiles are drawn anew. */
  readonly onToggle: (frameId: string) => void;
}

/** A frame as a small picture that takes it in or leaves it out. */
export const FrameTile = memo(function FrameTile({ frame, out, said, onToggle }: FrameTileProps) {
  const { id, name, thumbnailHash, warning } = frame;
  return (
    <Action
      look="tile"
      aria-pressed={!out}
      aria-label={`${name}, ${warning ? "damaged, " : ""}${out ? "left out" : "kept"}`}
      title={warning ?? (out ? "Take it in again" : "Leave it out")}
      onClick={() => onToggle(id)}
      textAlign="left"
      position="relative"
    >
      <Box asChild width="100%" aspectRatio="4/3" objectFit="cover" opacity={out ? 0.25 : 1} transition="opacity 140ms">
        <img src={thumbnailUrl(thumbnailHash)} alt="" loading="lazy" />
      </Box>
      {said && (
        <Box
          position="absolute"
          top="0"
          left="0"
          maxW="100%"
          px="6px"
          bg="veil"
          color="onPicture"
          fontSize="label"
          truncate
        >
          {said}
        </Box>
      )}
      <Box
        fontSize="label"
        color={out || warning ? "coral" : "ash"}
        overflow="hidden"
        textOverflow="ellipsis"
        whiteSpace="nowrap"
      >
        {[out && "left out", warning && "damaged", name].filter(Boolean).join(" · ")}
      </Box>
    </Action>
  );
});
