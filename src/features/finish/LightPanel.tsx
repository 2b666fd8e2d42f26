"use client";

import { Box, Flex } from "@chakra-ui/react";
import { FINISH_LIGHTS, hasValue, LIGHT_VALUES, type LightMove, type NoiseModel, noiseShare } from "@/core/finish";
import { plain, signed } from "@/core/words";
import { Action } from "@/ui/Action";
import { Slide } from "@/ui/Slide";
import type { LightBar } from "./LightBars";

interface LightPanelProps {
  readonly bar: LightBar;
  readonly noiseFloor: number;
  readonly noise: NoiseModel;
  readonly onDraft: (move: LightMove) => void;
  readonly onKeep: (move: LightMove) => void;
}

/** Hundredths, as the look line has them. */
const PARTS = 100;
/** Kelvin are slid in mired, in which steps look alike. */
const MIRED = 1e6;
const miredOf = (kelvin: number) => Math.round(MIRED / kelvin);
const toTens = (kelvin: number) => Math.round(kelvin / 10) * 10;
const { stops: STOPS, range: RANGE, colour: COLOUR, kelvin: KELVIN } = LIGHT_VALUES;

/** One number of a light, slid. */
function Row({
  name,
  text,
  children,
}: {
  readonly name: string;
  readonly text: string;
  readonly children: React.ReactNode;
}) {
  return (
    <Flex align="center" gap="10px" minH="30px">
      <Box width="62px" fontSize="note" color="ash">
        {name}
      </Box>
      <Box flex="1">{children}</Box>
      <Box width="70px" textAlign="right" whiteSpace="nowrap" fontFamily="mono" fontSize="note">
        {text}
      </Box>
    </Flex>
  );
}

/** Numbers that only some lights have, and what they are called. */
const OWN_VALUES = ["size", "round", "recolour"] as const;
const OWN_NAMES = {
  size: { name: "Size", does: "makes stars smaller, as bright in their middle" },
  round: { name: "Round", does: "makes round what the turning sky has drawn out" },
  recolour: { name: "Recolour", does: "gives white trails the colour of their edges; marked as reconstructed" },
} as const;

function OwnValue({
  value,
  name,
  move,
  onDraft,
  onKeep,
}: {
  readonly value: (typeof OWN_VALUES)[number];
  readonly name: string;
} & Pick<LightPanelProps, "onDraft" | "onKeep"> & { readonly move: LightMove }) {
  const { least, most } = LIGHT_VALUES[value];
  const number = move[value] ?? 0;
  return (
    <Row name={OWN_NAMES[value].name} text={`${signed(number, 0)} %`}>
      <Slide
        label={`${name}, ${value}: ${OWN_NAMES[value].does}`}
        least={least}
        most={most}
        value={number}
        valueText={`${signed(number, 0)} percent`}
        onDraft={(next) => onDraft({ ...move, [value]: next })}
        onChange={(next) => onKeep({ ...move, [value]: next })}
      />
    </Row>
  );
}

/** The numbers behind a bar, and moves of this light that end where the picture says. */
export function LightPanel({ bar, noiseFloor, noise, onDraft, onKeep }: LightPanelProps) {
  const { id, move, was, is } = bar;
  const { name, holds } = FINISH_LIGHTS[id];
  const stops = typeof move.stops === "number" ? move.stops : 0;
  const { range = 1, colour = 0, kelvin } = move;
  const look = is.looks;
  const own = was.looks ? toTens(was.looks.kelvin) : null;
  const isMoved = Object.keys(move).length > 0;
  return (
    <Box as="section" aria-label={name} borderTopWidth="1px" borderColor="line" pt="8px">
      <Flex align="baseline" gap="8px">
        <Box fontWeight={600}>{name}</Box>
        <Box flex="1" fontSize="note" color="ash">
          {plain(100 * was.share)} % of the picture
        </Box>
        {isMoved && (
          <Action look="text" fontSize="note" px="6px" minH="28px" onClick={() => onKeep({})}>
            As it was
          </Action>
        )}
      </Flex>
      <Box fontSize="note" color="ash">
        {holds}; {plain(-is.brightest)} to {plain(-is.darkest)} under white, noise{" "}
        {plain(100 * noiseShare(noise, was.rgb))} % of it and all of it from {plain(-noiseFloor)}
        {look && `, looks ${toTens(look.kelvin).toLocaleString("en-US")} K`}
      </Box>
      <Row name="Stops" text={typeof move.stops === "string" ? `to ${move.stops}` : signed(stops, 2)}>
        <Slide
          label={`${name}, stops`}
          least={STOPS.least * PARTS}
          most={STOPS.most * PARTS}
          value={Math.round(stops * PARTS)}
          valueText={signed(stops, 2)}
          onDraft={(value) => onDraft({ ...move, stops: value / PARTS })}
          onChange={(value) => onKeep({ ...move, stops: value / PARTS })}
        />
      </Row>
      <Row name="Range" text={`× ${range.toFixed(2)}`}>
        <Slide
          label={`${name}, range`}
          least={RANGE.least * PARTS}
          most={RANGE.most * PARTS}
          value={Math.round(range * PARTS)}
          valueText={`times ${range.toFixed(2)}`}
          onDraft={(value) => onDraft({ ...move, range: value / PARTS })}
          onChange={(value) => onKeep({ ...move, range: value / PARTS })}
        />
      </Row>
      <Row name="Colour" text={`${signed(colour, 0)} %`}>
        <Slide
          label={`${name}, colour`}
          least={COLOUR.least}
          most={COLOUR.most}
          value={colour}
          valueText={`${signed(colour, 0)} percent`}
          onDraft={(value) => onDraft({ ...move, colour: value })}
          onChange={(value) => onKeep({ ...move, colour: value })}
        />
      </Row>
      <Row name="Neutral at" text={kelvin === undefined ? "as it is" : `${kelvin.toLocaleString("en-US")} K`}>
        <Slide
          label={`${name}, Kelvin that become neutral`}
          least={miredOf(KELVIN.most)}
          most={miredOf(KELVIN.least)}
          value={miredOf(kelvin ?? 6504)}
          valueText={kelvin === undefined ? "as it is" : `${kelvin} Kelvin`}
          onDraft={(mired) => onDraft({ ...move, kelvin: toTens(MIRED / mired) })}
          onChange={(mired) => onKeep({ ...move, kelvin: toTens(MIRED / mired) })}
        />
      </Row>
      {OWN_VALUES.filter((value) => hasValue(id, value)).map((value) => (
        <OwnValue key={value} value={value} name={name} move={move} onDraft={onDraft} onKeep={onKeep} />
      ))}
      <Flex gap="6px" wrap="wrap" pt="4px">
        {own !== null && own > KELVIN.least && own < KELVIN.most && (
          <Action px="8px" fontSize="note" minH="30px" onClick={() => onKeep({ ...move, kelvin: own })}>
            Its colour out, {own.toLocaleString("en-US")} K
          </Action>
        )}
        <Action px="8px" fontSize="note" minH="30px" onClick={() => onKeep({ ...move, stops: "white" })}>
          Up to white
        </Action>
        <Action
          px="8px"
          fontSize="note"
          minH="30px"
          title="As far as its noise stays under what a screen shows as black"
          onClick={() => onKeep({ ...move, stops: "noise" })}
        >
          As far as noise allows
        </Action>
      </Flex>
    </Box>
  );
}
