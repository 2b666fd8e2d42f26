"use client";

import { Box, Flex } from "@chakra-ui/react";
import { LOOK_VALUE_IDS, LOOK_VALUES, type Look, type LookValueId } from "@/core/finish";
import { signed } from "@/core/words";
import { Slide } from "@/ui/Slide";

interface WholePanelProps {
  readonly look: Look;
  readonly onDraft: (look: Look) => void;
  readonly onKeep: (look: Look) => void;
}

/** A look with a number; one at rest is not named. */
function withValue(look: Look, id: LookValueId, value: number): Look {
  const { [id]: _, ...values } = look.values;
  return { ...look, values: value === LOOK_VALUES[id].rest ? values : { ...values, [id]: value } };
}

/** Numbers of the whole picture. */
export function WholePanel({ look, onDraft, onKeep }: WholePanelProps) {
  return (
    <Box>
      {LOOK_VALUE_IDS.map((id) => {
        const { least, most, step, unit, does } = LOOK_VALUES[id];
        const value = look.values[id] ?? LOOK_VALUES[id].rest;
        const text = look.values[id] === undefined ? "as it is" : `${signed(value, step < 1 ? 2 : 0)} ${unit}`;
        const of = (steps: number) => withValue(look, id, steps * step);
        return (
          <Flex key={id} align="center" gap="10px" minH="30px" title={does}>
            <Box width="70px" fontSize="note" color="ash">
              {id[0]!.toUpperCase() + id.slice(1)}
            </Box>
            <Box flex="1">
              <Slide
                label={`${id}: ${does}`}
                least={Math.round(least / step)}
                most={Math.round(most / step)}
                value={Math.round(value / step)}
                valueText={text}
                onDraft={(steps) => onDraft(of(steps))}
                onChange={(steps) => onKeep(of(steps))}
              />
            </Box>
            <Box width="82px" textAlign="right" fontFamily="mono" fontSize="note">
              {text}
            </Box>
          </Flex>
        );
      })}
    </Box>
  );
}
