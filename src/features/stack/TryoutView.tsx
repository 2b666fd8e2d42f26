"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Layers } from "lucide-react";
import { type ReactNode, useState } from "react";
import { type Ghosts, lawOf, lineMethod, methodOf, type StackMethod } from "@/core/stack";
import { counted, plain } from "@/core/words";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import { Action } from "@/ui/Action";
import { Slide } from "@/ui/Slide";
import type { Tried } from "@/workers/fold.worker";
import { GhostMarks, ghostText } from "./GhostMarks";
import { GivenStrip, type TriedFrame } from "./GivenStrip";

interface TryoutViewProps {
  /** What the frames come to as they are tried, small; null while it is on its way. */
  readonly tried: Tried | null;
  readonly method: StackMethod;
  /** All frames of the result that is there. */
  readonly frames: readonly TriedFrame[];
  /** Those that are left out of the try. */
  readonly left: ReadonlySet<string>;
  readonly onToggle: (frameId: string) => void;
  /** A small picture of the result that is there; it is compared with. */
  readonly before: string;
  /** Who remains, marked on the picture; null where nobody is looked for. */
  readonly ghosts: Ghosts | null;
  /** What only the whole frames will show. */
  readonly waits: readonly string[];
  /** Further things to do with the frames. */
  readonly tools: ReactNode;
  readonly onFuse: () => void;
  readonly onBack: () => void;
}

/** What a way does to so many frames, in one line: noise by its law, light as the small copies show it. */
export function triedText(method: StackMethod, frames: number, { lit, white }: Tried): string {
  const law = lawOf(lineMethod(method), frames);
  return [
    ...(law ? [`noise 1/${plain(1 / law.noiseShare(frames))} of one frame's`] : []),
    `lit ${plain(100 * lit)} %`,
    `white ${plain(100 * white)} %`,
  ].join(", ");
}

const FILL = { position: "absolute", inset: "0", width: "100%", height: "100%", objectFit: "contain" } as const;

/** A small try of a way to fuse, wiped against the result that is there; below it what each frame gave. */
export function TryoutView(props: TryoutViewProps) {
  const { tried, method, frames, left, onToggle, before, ghosts, waits, tools, onFuse, onBack } = props;
  const [wipe, setWipe] = useState(0);
  const { name } = methodOf(method).words;
  const count = frames.length - left.size;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box flex="1" minH="0" position="relative">
        {ghosts && tried && (
          <Box asChild {...FILL} zIndex={1} pointerEvents="none">
            <svg viewBox={`0 0 ${tried.width} ${tried.height}`} aria-hidden="true">
              <GhostMarks ghosts={ghosts} size={tried} />
            </svg>
          </Box>
        )}
        {tried && (
          <Box asChild {...FILL}>
            <PixelCanvas pixels={tried} name={`Try: ${name}`} />
          </Box>
        )}
        {(!tried || wipe > 0) && (
          <Box asChild {...FILL} opacity={tried ? 1 : 0.5} clipPath={tried ? `inset(0 ${100 - wipe}% 0 0)` : undefined}>
            <img src={before} alt="The result that is there" />
          </Box>
        )}
      </Box>
      <GivenStrip frames={frames} left={left} given={tried?.given ?? null} method={method} onToggle={onToggle} />
      <Flex px="14px" py="6px" gap="4px 14px" align="center" wrap="wrap" fontSize="note" color="ash">
        <Box width="100%" role="status">
          {tried
            ? `${name}, tried small: ${triedText(method, count, tried)}.${waits.length > 0 ? ` Seen only when fused: ${waits.join(", ")}.` : ""}`
            : `${name} is tried on small copies of the frames.`}
          {ghosts && (
            <Box as="span" color={ghosts.ghosts.length > 0 ? "coral" : "ash"}>
              {" "}
              {ghostText(ghosts, count)}
            </Box>
          )}
        </Box>
        <Flex align="center" gap="10px" flex="1">
          Try
          <Slide
            label="Wipe to the result that is there"
            width="110px"
            least={0}
            most={100}
            value={wipe}
            onDraft={setWipe}
            onChange={setWipe}
          />
          Result
        </Flex>
        {tools}
        <Action look="main" disabled={count === 0} onClick={onFuse}>
          <Layers size={16} /> Fuse {counted(count, "frame")} so
        </Action>
        <Action onClick={onBack}>Back to the result</Action>
      </Flex>
    </Flex>
  );
}
