"use client";

import { Box } from "@chakra-ui/react";
import type { Camera } from "@/core/camera";
import { type CapturePlan, periodAfter, runSeconds, shutterOf } from "@/core/capture";
import { meterStopsOf } from "@/core/outlook";
import { readableDuration, roughDuration } from "@/core/recipe";
import { lawOf } from "@/core/stack";
import { counted, plain } from "@/core/words";
import { OneOf } from "@/ui/OneOf";
import { Readout } from "@/ui/Readout";

interface RunReasonsProps {
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
  readonly camera: Camera;
  readonly widthPx: number;
  readonly onWidth: (widthPx: number) => void;
  readonly pace: "recipe" | "quick";
  readonly onPace: (pace: "recipe" | "quick") => void;
  /** Whether a linked phone takes the frames; only of that size and pace are chosen here. */
  readonly isLinked: boolean;
}

const PACES = [
  { value: "quick", name: "as fast as it can" },
  { value: "recipe", name: "in real time" },
] as const;

/** The plan's frames in numbers. */
function PlanReadouts({ plan, camera }: { readonly plan: CapturePlan; readonly camera: Camera }) {
  const { frames, iso, lens, recipe, askedPeriodSeconds } = plan;
  const { nominalSeconds, deliveredSeconds } = shutterOf(plan, (frames - 1) >> 1);
  const period = periodAfter(plan);
  const late = askedPeriodSeconds > 0 && period > askedPeriodSeconds;
  const before = plan.filterStops + camera.lossStops;
  return (
    <>
      <Readout
        label="Renders as middle grey"
        value={`EV ${plain(-meterStopsOf(plan, 0, deliveredSeconds))}`}
        because={
          <>
            f/{lens.fNumber}, {readableDuration(nominalSeconds)}
            {deliveredSeconds === nominalSeconds ? "" : ` (this phone keeps ${readableDuration(deliveredSeconds)})`},
            ISO {iso}
            {recipe.iso === null && " (the phone's lowest, for the line names none)"}
            {before > 0 && `; what is before the lens takes ${before.toFixed(1)} stops, so it takes a brighter place`}.
            A lit street is EV 4 to 6.
          </>
        }
      />
      {frames > 1 && (
        <Readout
          label="From start to start"
          value={readableDuration(period)}
          tone={late ? "coral" : "bone"}
          because={
            late
              ? `The line asks for ${readableDuration(askedPeriodSeconds)}; the phone needs ${readableDuration(plan.writeSeconds)} to write each frame.`
              : `The shutter is open ${Math.round((deliveredSeconds / period) * 100)} % of the time; the rest are gaps in trails.`
          }
        />
      )}
      <Readout
        label="From pressing to the last frame"
        value={roughDuration(runSeconds(plan))}
        because={`${
          plan.delaySeconds > 0
            ? `${readableDuration(plan.delaySeconds)} of it let the phone come to rest`
            : "No delay: the press shakes the first frame"
        }; the phone opens ${readableDuration(camera.shutterLagSeconds)} later.`}
      />
      {lawOf(plan.stack, frames)?.isLongExposure && (
        <Readout
          label="The mean is worth a filter of"
          value={`+${Math.log2(frames).toFixed(1)}`}
          unit="stops"
          tone="moss"
          because={`${counted(frames, "frame")} blur like ${roughDuration(frames * deliveredSeconds)} at the brightness of one; random noise falls to 1/${Math.sqrt(frames).toFixed(1)}.`}
        />
      )}
    </>
  );
}

/** What the recipe asks of the phone, in numbers, each with its because; and how the stand-in takes it. */
export function RunReasons({ plan, camera, widthPx, onWidth, pace, onPace, isLinked }: RunReasonsProps) {
  const { widthPx: whole, heightPx } = camera.lens;
  const sizeName = (width: number) => `${Math.round((width * width * heightPx) / whole / 1e5) / 10} MP`;
  return (
    <Box>
      <Box as="h2" fontSize="lead" fontWeight={620}>
        {`${camera.phone}, ${camera.lens.name}`}
      </Box>
      {plan && <PlanReadouts plan={plan} camera={camera} />}
      {isLinked && (
        <>
          <Box py="10px" borderBottomWidth="1px">
            <OneOf
              label="Picture size"
              options={camera.widthsPx.map((value) => ({ value, name: sizeName(value) }))}
              value={widthPx}
              onChange={onWidth}
            />
          </Box>
          <Box py="10px" borderBottomWidth="1px">
            <OneOf label="Pace" options={PACES} value={pace} onChange={onPace} />
          </Box>
        </>
      )}
    </Box>
  );
}
