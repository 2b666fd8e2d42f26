"use client";

import { Box } from "@chakra-ui/react";
import type { StackMethod } from "@/core/recipe";
import { OneOf } from "@/ui/OneOf";

interface Method {
  readonly method: StackMethod;
  readonly name: string;
  /** What a person gets of it. */
  readonly gives: string;
  readonly does: string;
}

const METHODS: readonly Method[] = [
  {
    method: "mean",
    name: "Mean",
    gives: "As one long exposure",
    does: "Motion blurs as in one long exposure, noise falls, brightness stays that of one frame.",
  },
  {
    method: "lighten",
    name: "Lighten",
    gives: "Whole trails",
    does: "Each pixel keeps its brightest moment: whole trails and arcs, and the background does not build up.",
  },
  {
    method: "lighten over mean",
    name: "Lighten over the mean",
    gives: "Whole trails, clean ground",
    does: "What passes as bright as by lighten, over the mean as a base: whole trails, and the street without their noise.",
  },
  {
    method: "median",
    name: "Median",
    gives: "Without who passes",
    does: "Each pixel shows what stands there in most frames: people who pass go away, and so do single streaks.",
  },
  {
    method: "fuse",
    name: "Bracket fusion",
    gives: "Lamps and shadows",
    does: "Frames of different brightness, each taken from where it is best exposed: lamps and shadows in one picture.",
  },
];

/** What a person gets when frames are fused by a method. */
export const givenBy = (method: StackMethod): string => METHODS.find((each) => each.method === method)!.gives;

/** The ways to fuse, each with what it does. */
export function MethodChoice({
  value,
  onChange,
}: {
  readonly value: StackMethod;
  readonly onChange: (method: StackMethod) => void;
}) {
  return (
    <Box py="10px">
      <OneOf
        label="How they are fused"
        value={value}
        options={METHODS.map(({ method, name, does }) => ({
          value: method,
          name: <Box fontWeight={600}>{name}</Box>,
          says: (
            <Box fontSize="note" color="ash">
              {does}
            </Box>
          ),
        }))}
        onChange={onChange}
      />
    </Box>
  );
}
