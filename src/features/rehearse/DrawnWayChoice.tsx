"use client";

import { Box, Flex } from "@chakra-ui/react";
import { PenLine, X } from "lucide-react";
import { plain } from "@/core/words";
import { Action } from "@/ui/Action";
import type { DrawnWayState } from "./useDrawnWay";

interface DrawnWayChoiceProps {
  readonly state: DrawnWayState;
  readonly speedMps: number;
  readonly drawing: boolean;
  readonly onDrawing: (drawing: boolean) => void;
}

/** The lantern's way: a figure of its own, or as a hand draws it over the picture, as fast as it does. */
export function DrawnWayChoice({ state: { way, remove }, speedMps, drawing, onDrawing }: DrawnWayChoiceProps) {
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line" fontSize="note">
      <Flex align="center" gap="6px">
        <Action look="text" color="lamp" aria-pressed={drawing} onClick={() => onDrawing(!drawing)}>
          <PenLine size={15} />{" "}
          {drawing ? "Draw over the picture, as fast as you would" : "Draw the lantern\u2019s way"}
        </Action>
        {way && (
          <Action look="text" color="ash" aria-label="Without the drawn way" onClick={remove}>
            <X size={15} />
          </Action>
        )}
      </Flex>
      <Box color="ash">
        {way
          ? `Drawn in ${plain(way.at(-1)![2] - way[0]![2])} s, ${plain(speedMps, 2)} m/s in the mean.`
          : `It draws a spiral at ${plain(speedMps, 2)} m/s.`}
      </Box>
    </Box>
  );
}
