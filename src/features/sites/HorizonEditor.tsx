"use client";

import { Box, Flex, Textarea } from "@chakra-ui/react";
import { useState } from "react";
import type { HorizonPoint } from "@/core/sky";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { readHorizon } from "./readSeries";
import { SkylineDrawing } from "./SkylineDrawing";

interface HorizonEditorProps {
  readonly points: readonly HorizonPoint[];
  readonly onChange: (points: readonly HorizonPoint[]) => void;
}

const written = (points: readonly HorizonPoint[]): string =>
  points.map(({ azimuthDeg, altitudeDeg }) => `${azimuthDeg}, ${altitudeDeg}`).join("\n");

/** The skyline round about: drawn, typed, or from a file. */
export function HorizonEditor({ points, onChange }: HorizonEditorProps) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = (source: string) => {
    const read = readHorizon(source);
    if (read.kind === "wrong") return setProblem(read.message);
    setProblem(read.skipped > 0 ? `${read.skipped} lines could not be read and were left out.` : null);
    onChange(read.value);
    setText(null);
  };
  return (
    <Box>
      <SkylineDrawing points={points} onChange={onChange} />
      <Flex gap="12px" fontSize="note" color="ash" mt="2px" wrap="wrap">
        <Action look="text" color="ash" onClick={() => setText(text === null ? written(points) : null)}>
          {text === null ? "Type the points" : "Back to the drawing"}
        </Action>
        <FileInput
          label="Skyline file"
          accept=".csv,.txt,text/csv,text/plain"
          onFile={(given) => void given.text().then(take)}
        >
          <Action look="text" color="ash">
            From a CSV file
          </Action>
        </FileInput>
        {points.length > 0 && (
          <Action look="text" color="ash" onClick={() => onChange([])}>
            Level it
          </Action>
        )}
      </Flex>
      {text !== null && (
        <Box mt="4px">
          <Textarea
            aria-label="Skyline, azimuth and altitude a line"
            fontFamily="mono"
            rows={5}
            value={text}
            placeholder={"140, 4\n180, 22\n220, 4"}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => take(text)}
          />
        </Box>
      )}
      {problem && (
        <Box color="coral" fontSize="note">
          {problem}
        </Box>
      )}
    </Box>
  );
}
