"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ShotScene } from "@/contracts/scene";

type Schools = ShotScene["schools"];

interface SchoolsFormProps {
  readonly schools: Schools;
  readonly onChange: (schools: Schools) => void;
}

interface Choice {
  readonly name: string;
  readonly options: readonly {
    readonly label: string;
    readonly says: string;
    readonly set: Partial<Schools>;
  }[];
}

const CHOICES: readonly Choice[] = [
  {
    name: "Brightness",
    options: [
      {
        label: "to the meter",
        says: "The meter's zero: shadows stay clean. Lamps and windows may go white.",
        set: { brightness: "meter" },
      },
      {
        label: "highlights first",
        says: "A stop under the meter, the darkest that still looks good. Windows keep detail, shadows get noisier.",
        set: { brightness: "highlights" },
      },
    ],
  },
  {
    name: "Frames",
    options: [
      {
        label: "one long",
        says: "One exposure where it can be had: no gaps in trails, one file. One bump spoils it.",
        set: { frames: "one" },
      },
      {
        label: "many short",
        says: "Many frames fused: brightness and blur come apart, a bad frame can be left out. It needs a still phone and storage.",
        set: { frames: "many" },
      },
    ],
  },
  {
    name: "Water",
    options: [
      {
        label: "silk",
        says: "Long enough that less than a fifth of the pattern is left. Calm, without a sense of flow.",
        set: { water: "silk" },
      },
      {
        label: "texture",
        says: "A third to two thirds of the pattern stays. Streaks show where the water goes.",
        set: { water: "texture" },
      },
    ],
  },
  {
    name: "Stars",
    options: [
      {
        label: "2 pixels",
        says: "Trailing of two pixels at the aim's declination: judged at full size. It follows your own sensor.",
        set: { stars: "pixels", starFactor: 2 },
      },
      {
        label: "NPF",
        says: "Aperture, pixel pitch and focal length together. Strict; meant for large prints.",
        set: { stars: "npf", starFactor: 1 },
      },
      {
        label: "rule of 500",
        says: "500 over the equivalent focal length. Made for film and small prints; tails show at full size.",
        set: { stars: "rule-500", starFactor: 1 },
      },
    ],
  },
  {
    name: "ISO ceiling",
    options: [
      {
        label: "by noise",
        says: "As high as this sensor's signal-to-noise allows in a mid-tone. It changes with phone and lens.",
        set: { isoCeiling: null },
      },
      {
        label: "400",
        says: "Your own rule: never above 400. Darker places then need time or many frames.",
        set: { isoCeiling: 400 },
      },
      {
        label: "100",
        says: "Your own rule: never above 100. The cleanest files, and the longest shutters.",
        set: { isoCeiling: 100 },
      },
    ],
  },
];

/** Practices that disagree, as choices, each said in two sentences. */
export function SchoolsForm({ schools, onChange }: SchoolsFormProps) {
  const chosen = ({ set }: Choice["options"][number]) =>
    Object.entries(set).every(([key, value]) => schools[key as keyof Schools] === value);
  return (
    <Box>
      <Box as="h3" fontSize="13px" fontWeight={620} mt="12px">
        Schools
      </Box>
      {CHOICES.map(({ name, options }) => (
        <Box as="fieldset" key={name} py="4px" borderBottomWidth="1px" borderColor="line" fontSize="12.5px">
          <Flex gap="12px" wrap="wrap" align="center">
            <Box as="legend" float="left" color="ash" width="74px">
              {name}
            </Box>
            {options.map((option) => (
              <Flex asChild key={option.label} align="center" gap="5px" cursor="pointer">
                <label>
                  <input
                    type="radio"
                    name={`school ${name}`}
                    checked={chosen(option)}
                    onChange={() => onChange({ ...schools, ...option.set })}
                  />
                  {option.label}
                </label>
              </Flex>
            ))}
          </Flex>
          <Box color="ash">{options.find(chosen)?.says}</Box>
        </Box>
      ))}
    </Box>
  );
}
