"use client";

import { Progress } from "@chakra-ui/react";

interface BarProps {
  readonly label: string;
  readonly done: number;
  readonly total: number;
  readonly width?: string;
  readonly colour?: "lamp" | "coral";
}

/** How far something is. */
export function Bar({ label, done, total, width = "100%", colour = "lamp" }: BarProps) {
  return (
    <Progress.Root
      value={Math.min(done, total)}
      max={Math.max(1, total)}
      width={width}
      translations={{ value: () => label }}
    >
      <Progress.Track aria-label={label}>
        <Progress.Range bg={colour} />
      </Progress.Track>
    </Progress.Root>
  );
}
