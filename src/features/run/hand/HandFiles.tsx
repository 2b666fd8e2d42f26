"use client";

import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { useMemo } from "react";
import { readableDuration, roughDuration } from "@/core/recipe";
import { counted } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { handMatchOf } from "@/features/api/runMarks";
import { Readout } from "@/ui/Readout";

/** Clocks that differ by less are as good as alike: files tell whole seconds. */
const ALIKE_SECONDS = 1;

function offsetText(seconds: number): string {
  if (Math.abs(seconds) < ALIKE_SECONDS) return "alike";
  return `${roughDuration(Math.abs(seconds))} ${seconds > 0 ? "ahead" : "behind"}`;
}

/** Which files are which frames of a run by hand, and how far the phone's clock is off. */
export function HandFiles({ run }: { readonly run: RunWithFrames }) {
  const { handFrames, frames } = run;
  const match = useMemo(() => handMatchOf(handFrames, frames), [handFrames, frames]);
  const numberOf = useMemo(() => new Map(handFrames.map(({ id, number }) => [id, number + 1])), [handFrames]);
  const nameOf = useMemo(() => new Map(frames.map(({ id, name }) => [id, name])), [frames]);
  const { offsetSeconds, spreadSeconds, matched, missing, unlogged } = match;
  if (frames.length === 0) return null;
  return (
    <Box as="section" aria-label="Files of this run">
      <Readout
        label="Files found in the log"
        value={`${matched.length} of ${frames.length}`}
        tone={matched.length === frames.length ? "moss" : "coral"}
        because={
          offsetSeconds === null
            ? "No file has a time and settings that match the log. Correct the log's values, or add the files that belong to it."
            : "By their settings, and by the time once the clocks are set alike."
        }
      />
      {offsetSeconds !== null && (
        <Readout
          label="The phone's clock is"
          value={offsetText(offsetSeconds)}
          because={`Estimated: at this offset most frames find a file; half of them within ${readableDuration(Math.max(0.1, Math.round(10 * spreadSeconds) / 10))}.`}
        />
      )}
      {missing.length > 0 && (
        <Box py="8px" fontSize="note" color="coral">
          {`Logged, and no file fits: ${missing.map(({ id }) => numberOf.get(id)).join(", ")}.`}
        </Box>
      )}
      {unlogged.length > 0 && (
        <Box py="8px" fontSize="note" color="ash">
          {`Not in the log: ${unlogged.map(({ id }) => nameOf.get(id)).join(", ")}.`}
        </Box>
      )}
      {matched.length > 0 && (
        <Box as="ol" listStyleType="none" fontSize="note" py="8px" aria-label={counted(matched.length, "file")}>
          {matched.map(({ logged, file }) => (
            <Box as="li" key={file.id} py="2px">
              <Box as="span" fontFamily="mono">
                {numberOf.get(logged.id)}
              </Box>{" "}
              {nameOf.get(file.id)}
              <Box as="span" color="ash">
                {`, ${DateTime.fromMillis(logged.atMs).toFormat("HH:mm:ss")}${logged.shutterSeconds === null ? "" : `, ${readableDuration(logged.shutterSeconds)}`}`}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
