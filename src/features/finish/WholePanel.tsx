"use client";

import { Box, Flex } from "@chakra-ui/react";
import { LOOK_VALUE_IDS, LOOK_VALUES, type Look, type LookValueId, VALUE_GROUPS, type ValueGroup } from "@/core/finish";
import { signed } from "@/core/words";
import { Fold } from "@/ui/Fold";
import { Slide } from "@/ui/Slide";
import { CurveEditor } from "./CurveEditor";

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

/** Decimals of a value's steps. */
const digitsOf = (step: number): number => Math.max(0, Math.round(-Math.log10(step)));

function ValueRow({ id, look, onDraft, onKeep }: WholePanelProps & { readonly id: LookValueId }) {
  const { least, most, step, unit, rest, does } = LOOK_VALUES[id];
  const value = look.values[id] ?? rest;
  const text = look.values[id] === undefined ? "as it is" : `${signed(value, digitsOf(step))} ${unit}`;
  const of = (steps: number) => withValue(look, id, Number((steps * step).toFixed(2)));
  return (
    <Flex align="center" gap="10px" minH="30px" title={does}>
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
}

const GROUPS: readonly ValueGroup[] = ["tone", "noise", "lens", "frame"];

/** Numbers of the whole picture, by what they are about. */
export function WholePanel(props: WholePanelProps) {
  const { look, onDraft, onKeep } = props;
  return (
    <>
      {GROUPS.map((group) => (
        <Fold key={group} title={VALUE_GROUPS[group]}>
          {LOOK_VALUE_IDS.filter((id) => LOOK_VALUES[id].group === group).map((id) => (
            <ValueRow key={id} id={id} {...props} />
          ))}
          {group === "tone" && (
            <CurveEditor
              points={look.curve}
              onDraft={(curve) => onDraft({ ...look, curve })}
              onKeep={(curve) => onKeep({ ...look, curve })}
            />
          )}
        </Fold>
      ))}
    </>
  );
}
