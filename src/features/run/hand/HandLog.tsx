"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Pencil, ThumbsDown, ThumbsUp, X } from "lucide-react";
import { DateTime } from "luxon";
import { memo, useState } from "react";
import type { HandFrame, HandFrameChange } from "@/contracts/handFrame";
import { parseDuration, readableDuration } from "@/core/recipe";
import { typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";
import { useDrag } from "@/ui/useDrag";

interface HandRowProps {
  readonly frame: HandFrame;
  readonly onCorrect: (id: string, change: HandFrameChange) => void;
  readonly onRemove: (id: string) => void;
}

/** A frame is marked once it was dragged so far aside, pixels. */
const SWIPED_PX = 60;
const TIME_FORMAT = "HH:mm:ss";

/** What a time of day means beside an instant: the one that lies nearest to it; null for anything else. */
export function instantNear(text: string, near: string): string | null {
  const typed = DateTime.fromFormat(text.trim(), TIME_FORMAT);
  if (!typed.isValid) return null;
  const { hour, minute, second } = typed;
  const at = DateTime.fromISO(near);
  const days = [-1, 0, 1].map((day) => at.plus({ days: day }).set({ hour, minute, second, millisecond: 0 }));
  const apart = (day: DateTime) => Math.abs(day.diff(at).milliseconds);
  return days
    .reduce((best, day) => (apart(day) < apart(best) ? day : best))
    .toUTC()
    .toISO();
}

function Corrections({ frame, onCorrect, onRemove }: HandRowProps) {
  const { id, takenAt, shutterSeconds, iso, note } = frame;
  const taken = (change: HandFrameChange | null, problem: string) => {
    if (change === null) return problem;
    onCorrect(id, change);
    return null;
  };
  return (
    <Box ps="8px" pb="8px" borderLeftWidth="2px" borderColor="lamp">
      <Row label="At">
        <Entry
          label="Taken at"
          value={DateTime.fromISO(takenAt).toFormat(TIME_FORMAT)}
          onCommit={(text) => {
            const at = instantNear(text, takenAt);
            return taken(at === null ? null : { takenAt: at }, "A time of day, such as 19:04:30.");
          }}
        />
      </Row>
      <Row label="Shutter">
        <Entry
          label="Shutter time"
          value={shutterSeconds === null ? "" : readableDuration(shutterSeconds)}
          onCommit={(text) => {
            const seconds = parseDuration(text);
            return taken(seconds ? { shutterSeconds: seconds } : null, "A shutter time, such as 2s or 1/60.");
          }}
        />
      </Row>
      <Row label="ISO">
        <Entry
          label="ISO"
          value={iso === null ? "" : String(iso)}
          onCommit={(text) => {
            const value = typedNumber(text);
            return taken(value > 0 ? { iso: value } : null, "A number, such as 50.");
          }}
        />
      </Row>
      <Row label="Note">
        <Entry label="Note" width="150px" value={note} onCommit={(text) => taken({ note: text }, "")} />
      </Row>
      <Action look="text" color="coral" minH="32px" onClick={() => onRemove(id)}>
        <X size={15} /> There was no such frame
      </Action>
    </Box>
  );
}

/** A logged frame: dragged to the right it is good, to the left spoiled. */
const HandRow = memo(function HandRow({ frame, onCorrect, onRemove }: HandRowProps) {
  const [aside, setAside] = useState(0);
  const [isOpen, setOpen] = useState(false);
  const { id, number, takenAt, shutterSeconds, iso, state, note } = frame;
  const hand = useDrag<HTMLDivElement>({
    move: ({ x }, from) => setAside(x - from.x),
    end: ({ x }, from) => {
      setAside(0);
      if (Math.abs(x - from.x) >= SWIPED_PX) onCorrect(id, { state: x > from.x ? "good" : "spoiled" });
    },
  });
  const isSpoiled = state === "spoiled";
  const values = [
    shutterSeconds === null ? null : readableDuration(shutterSeconds),
    iso === null ? null : `ISO ${iso}`,
  ].filter((value) => value !== null);
  return (
    <Box as="li" borderBottomWidth="1px" borderColor="line" overflow="hidden" data-state={state}>
      <Flex
        ref={hand}
        align="center"
        gap="10px"
        minH="48px"
        px="16px"
        style={{ transform: `translateX(${aside}px)`, touchAction: "pan-y" }}
      >
        <Box
          fontFamily="mono"
          minW="2.2em"
          color={isSpoiled ? "coral" : "bone"}
          textDecoration={isSpoiled ? "line-through" : "none"}
        >
          {number + 1}
        </Box>
        <Box fontFamily="mono" fontVariantNumeric="tabular-nums">
          {DateTime.fromISO(takenAt).toFormat(TIME_FORMAT)}
        </Box>
        <Box color="ash" fontSize="note" flex="1" minW="0" truncate>
          {[...values, isSpoiled ? "spoiled" : null, note || null].filter(Boolean).join(" · ")}
        </Box>
        <Action
          data-press
          look="icon"
          aria-label={isSpoiled ? `Frame ${number + 1} is good` : `Frame ${number + 1} is spoiled`}
          title={isSpoiled ? "It is good (drag right)" : "It is spoiled (drag left)"}
          minW="44px"
          minH="44px"
          onClick={() => onCorrect(id, { state: isSpoiled ? "good" : "spoiled" })}
        >
          {isSpoiled ? <ThumbsUp size={18} /> : <ThumbsDown size={18} />}
        </Action>
        <Action
          data-press
          look="icon"
          aria-label={`Correct frame ${number + 1}`}
          aria-expanded={isOpen}
          title="Correct it"
          minW="44px"
          minH="44px"
          onClick={() => setOpen(!isOpen)}
        >
          <Pencil size={17} />
        </Action>
      </Flex>
      {isOpen && (
        <Box px="16px">
          <Corrections frame={frame} onCorrect={onCorrect} onRemove={onRemove} />
        </Box>
      )}
    </Box>
  );
});

/** The frames of a run by hand, the newest first. */
export function HandLog({
  frames,
  onCorrect,
  onRemove,
}: Pick<HandRowProps, "onCorrect" | "onRemove"> & { readonly frames: readonly HandFrame[] }) {
  return (
    <Box as="ul" listStyleType="none" aria-label="Logged frames">
      {frames.toReversed().map((frame) => (
        <HandRow key={frame.id} frame={frame} onCorrect={onCorrect} onRemove={onRemove} />
      ))}
    </Box>
  );
}
