"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useRef } from "react";
import type { MarkRequest } from "@/contracts/runMark";
import { Action } from "@/ui/Action";
import { Entry } from "@/ui/Entry";
import { usePageKeys } from "@/ui/keys";
import { SpokenNote } from "./SpokenNote";

interface MarkBarProps {
  readonly onMark: (mark: Omit<MarkRequest, "frame">) => void;
  readonly onSpoken: (sound: Blob, seconds: number) => void;
}

/** What spoils a frame, with its key. */
const SPOILS = [
  { kind: "car", name: "Car", key: "c" },
  { kind: "cloud", name: "Cloud", key: "o" },
  { kind: "bump", name: "Bump", key: "b" },
] as const;

/** While a run goes on: this frame is spoiled, or a word to remember; key w writes one. */
export function MarkBar({ onMark, onSpoken }: MarkBarProps) {
  const note = useRef<HTMLInputElement>(null);
  const marks = SPOILS.map(({ kind, key }) => [key, () => onMark({ kind })] as const);
  usePageKeys({ ...Object.fromEntries(marks), w: () => note.current?.focus() });
  return (
    <Flex align="center" gap="10px" px="16px" py="4px" wrap="wrap" borderBottomWidth="1px" borderColor="line">
      <Box color="ash" fontSize="note">
        Leave this one out:
      </Box>
      {SPOILS.map(({ kind, name, key }) => (
        <Action
          key={kind}
          title={`${name} (${key})`}
          aria-label={`Leave this frame out: ${kind}`}
          onClick={() => onMark({ kind })}
        >
          {name}
        </Action>
      ))}
      <Entry
        label="A note at this instant"
        width="200px"
        placeholder="a note, now (w)"
        inputRef={note}
        value=""
        onCommit={(text) => {
          if (text.trim() !== "") onMark({ kind: "note", text });
          return null;
        }}
      />
      <SpokenNote onSpoken={onSpoken} />
    </Flex>
  );
}
