"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Check, Columns2, Grid3x3, Star, X } from "lucide-react";
import { DateTime } from "luxon";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { FrameReply } from "@/contracts/replies";
import { kelvinOf } from "@/core/capture";
import { expectedNoise, plannedAndGot, softnessText } from "@/core/inspect";
import type { Lens } from "@/core/optics";
import { parseRecipe, readableDuration } from "@/core/recipe";
import { plain, signed } from "@/core/words";
import { HistogramView } from "@/features/picture/HistogramView";
import { Action } from "@/ui/Action";
import { useRestedPicture } from "./useRestedPicture";
import type { Sifted } from "./useSifted";

interface FrameReasonsProps {
  readonly frame: FrameReply;
  readonly sifted: Sifted;
  /** The lens that it was taken with; undefined while nobody knows. */
  readonly lens: Lens | undefined;
}

type Measured = Extract<FrameFigures, { kind: "measured" }>;

/** Settings of a frame and when it was taken, in one line. */
function settingsText({ shutterSeconds, iso, fNumber, camera, takenAt }: FrameReply): string {
  return [
    shutterSeconds === null ? null : readableDuration(shutterSeconds),
    iso === null ? null : `ISO ${iso}`,
    fNumber === null ? null : `f/${fNumber}`,
    camera,
    takenAt === null ? "time unknown" : DateTime.fromISO(takenAt).toFormat("HH:mm:ss"),
  ]
    .filter(Boolean)
    .join(" · ");
}

/** What a frame says nothing of: the air's warmth as it was taken. */
const USUAL_CELSIUS = 15;

/** Green noise that the sensor gives such a frame, codes; null where nobody knows how it was taken. */
function expectedOf(frame: FrameReply, { noise }: Measured, lens: Lens | undefined): number | null {
  if (!lens || !noise || frame.iso === null || frame.shutterSeconds === null) return null;
  const { whiteBalance } = parseRecipe(frame.recipeLine ?? "").recipe;
  return expectedNoise(lens, {
    level: noise.level,
    iso: frame.iso,
    shutterSeconds: frame.shutterSeconds,
    kelvin: kelvinOf(whiteBalance),
    sensorCelsius: USUAL_CELSIUS,
    sensorPixels: (lens.widthPx / frame.width) ** 2,
  });
}

/** What was measured, each with its name. */
function rowsOf(figures: Measured, expected: number | null): readonly (readonly [string, string])[] {
  const { exposureError, clippedAny, clippedAll, crushedAll, noise, sharpPx, smear, points, hotPixels, drift } =
    figures;
  return [
    [
      "From the meter",
      `${signed(exposureError.centre)} stops (matrix ${signed(exposureError.matrix)}, spot ${signed(exposureError.spot)})`,
    ],
    ["Clipped", `${plain(100 * clippedAny, 2)} %, all channels ${plain(100 * clippedAll, 2)} %`],
    ["Black", `${plain(100 * crushedAll, 2)} %`],
    ...(noise
      ? ([
          [
            "Noise",
            `${[noise.red, noise.green, noise.blue].map((each) => plain(each)).join(", ")} codes${expected === null ? "" : `; green by the sensor ${plain(expected)}`}`,
          ],
        ] as const)
      : []),
    ...(sharpPx === null ? [] : ([["Sharpest edges", `${plain(sharpPx)} px`]] as const)),
    ...(smear
      ? ([
          ["Stars and lamps", `${points}, ${plain(smear.fwhmPx)} px wide`],
          ["Drawn out", `${plain(smear.lengthPx)} px at ${plain(smear.directionDeg, 0)}°`],
        ] as const)
      : []),
    ["Hot pixels", String(hotPixels)],
    ...(drift ? ([["From the first frame", `${plain(drift.x)} px right, ${plain(drift.y)} px down`]] as const) : []),
  ];
}

/** One frame: what it was taken with, what is measured of it, why it is soft; and what one thinks of it. */
export function FrameReasons({ frame, sifted, lens }: FrameReasonsProps) {
  const { softness, dropped, spoiled, beside, isMapped, onMap, onToggle, onBest, onBeside } = sifted;
  const { picture } = useRestedPicture(frame.hash);
  const [figures, planned] = [sifted.figures.byId.get(frame.id), sifted.figures.planned.get(frame.id)];
  const isOut = dropped.has(frame.id);
  const isBeside = beside.some(({ id }) => id === frame.id);
  const isBest = frame.choice === "best";
  return (
    <Box as="section" aria-label={`Frame ${frame.name}`} pb="10px" borderBottomWidth="1px" borderColor="line">
      <Box fontWeight={600} fontSize="lead" truncate title={frame.name}>
        {frame.name}
      </Box>
      <Box fontFamily="mono" fontSize="label" color="ash" mb="6px">
        {settingsText(frame)}
      </Box>
      <Flex gap="8px" mb="8px" wrap="wrap">
        <Action onClick={() => onToggle(frame.id)} aria-pressed={isOut} minH="34px">
          {isOut ? <Check size={15} /> : <X size={15} />} {isOut ? "Take it in" : "Leave it out"}
        </Action>
        <Action onClick={() => onBest(frame)} aria-pressed={isBest} minH="34px" color={isBest ? "lamp" : undefined}>
          <Star size={15} /> {isBest ? "The best" : "Best of all"}
        </Action>
        <Action
          onClick={() => onBeside(frame.id)}
          aria-pressed={isBeside}
          minH="34px"
          color={isBeside ? "lamp" : undefined}
        >
          <Columns2 size={15} /> {isBeside ? "Beside others" : "Set beside"}
        </Action>
        <Action onClick={onMap} aria-pressed={isMapped} minH="34px" color={isMapped ? "lamp" : undefined}>
          <Grid3x3 size={15} /> Detail
        </Action>
      </Flex>
      {beside.length === 1 && (
        <Box color="ash" fontSize="note" mb="6px">
          Go to another frame and set it beside this one.
        </Box>
      )}
      {frame.warning !== null && (
        <Box color="coral" fontSize="note">
          {frame.warning}
        </Box>
      )}
      {spoiled.has(frame.id) && (
        <Box color="coral" fontSize="note">
          It was said to be spoiled while it was taken.
        </Box>
      )}
      {frame.recipeLine !== null && (
        <Box fontFamily="mono" fontSize="label" mb="6px" overflowWrap="anywhere">
          {frame.recipeLine}
        </Box>
      )}
      {figures === undefined && <Box color="ash">It is being measured…</Box>}
      {figures?.kind === "unreadable" && <Box color="coral">{figures.reason}</Box>}
      {figures?.kind === "measured" && (
        <>
          {softness && (
            <Box fontSize="note" mb="6px" color={softness.kind === "sharp" ? undefined : "coral"}>
              {softnessText(softness)}
            </Box>
          )}
          {planned && (
            <Box fontSize="note" mb="6px" color="ash">
              {plannedAndGot([{ figures, planned }])
                .map(({ said }) => `${said[0]!.toUpperCase()}${said.slice(1)}.`)
                .join(" ")}
            </Box>
          )}
          {picture.state === "ready" && <HistogramView view={picture.view} marks={null} />}
          <Box as="dl" fontSize="note">
            {rowsOf(figures, expectedOf(frame, figures, lens)).map(([name, value]) => (
              <Flex key={name} justify="space-between" gap="10px" py="2px">
                <Box as="dt" color="ash">
                  {name}
                </Box>
                <Box as="dd" textAlign="right" fontVariantNumeric="tabular-nums">
                  {value}
                </Box>
              </Flex>
            ))}
          </Box>
        </>
      )}
    </Box>
  );
}
