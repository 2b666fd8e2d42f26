"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ShotScene } from "@/contracts/scene";
import type { Camera } from "@/core/camera";
import { coverage, crossingSeconds, freezeSeconds, type Mover, pressMoment } from "@/core/motion";
import { coveredMetres } from "@/core/optics";
import { type Recipe, readableDuration } from "@/core/recipe";
import { Choose } from "@/ui/Choose";
import { Readout } from "@/ui/Readout";
import { PlanView } from "./PlanView";

interface PathReasonsProps {
  readonly mover: ShotScene["mover"];
  readonly camera: Camera;
  readonly halfWidth: number;
  readonly recipe: Recipe;
  /** From the first frame's opening to the last one's end; 0 without a shutter time. */
  readonly spanSeconds: number;
  readonly onMover: (mover: Mover) => void;
}

const MOVERS = [
  { name: "walker", speedMps: 1.4 },
  { name: "ferry", speedMps: 3 },
  { name: "bicycle", speedMps: 5 },
  { name: "tram", speedMps: 8 },
  { name: "bus", speedMps: 11 },
  { name: "car in town", speedMps: 13 },
] as const;
const FIRST_PATH = { distanceM: 20, headingDegFromPerpendicular: 0 };
const FROZEN_PX = 3;

/** What crosses the frame, seen from above: how long it takes, how much of it one gets, and when to press. */
export function PathReasons({ mover, camera, halfWidth, recipe, spanSeconds, onMover }: PathReasonsProps) {
  const { lens } = camera;
  const seenMm = 2 * halfWidth * lens.focalLengthMm;
  const cross = mover ? crossingSeconds({ focalLengthMm: lens.focalLengthMm, sensorWidthMm: seenMm }, mover) : null;
  const tenth = (seconds: number) => readableDuration(Math.round(seconds * 10) / 10);
  const press = mover && pressMoment({ ...camera, speedMps: mover.speedMps, delaySeconds: recipe.delaySeconds ?? 0 });
  return (
    <Box>
      <Flex justify="space-between" align="center" pt="10px" pb="4px">
        <Box as="h3" fontSize="13px" fontWeight={620}>
          Path from above
        </Box>
        <Choose
          label="Who moves"
          value={MOVERS.find(({ speedMps }) => speedMps === mover?.speedMps)?.name ?? ""}
          placeholder={mover ? `${mover.speedMps} m/s` : "nobody"}
          options={MOVERS.map(({ name, speedMps }) => ({ value: name, name: `${name}, ${speedMps} m/s` }))}
          onChoose={(name) => {
            const { speedMps } = MOVERS.find((each) => each.name === name)!;
            onMover({ ...(mover ?? FIRST_PATH), speedMps });
          }}
        />
      </Flex>
      {mover && cross !== null && press && (
        <>
          <PlanView
            mover={mover}
            slope={halfWidth}
            coverage={coverage(spanSeconds, cross)}
            aheadMetres={press.aheadMetres}
            openMetres={mover.speedMps * spanSeconds}
            onMover={onMover}
          />
          <Readout
            label="Crosses the frame in"
            value={Number.isFinite(cross) ? tenth(cross) : "never whole"}
            tone={coverage(spanSeconds, cross) >= 1 ? "moss" : "coral"}
            because={
              Number.isFinite(cross)
                ? `The line spans ${tenth(spanSeconds)}: ${Math.round(100 * coverage(spanSeconds, cross))} % of the way.`
                : "It leaves the frame on one side only."
            }
          />
          <Readout
            label="Press before it comes into the frame"
            value={`${press.aheadSeconds.toFixed(press.aheadSeconds < 1 ? 2 : 1)} s`}
            because={`While it is still ${press.aheadMetres.toFixed(1)} m from the edge: ${recipe.delaySeconds ? `${tenth(recipe.delaySeconds)} of delay and ` : ""}${camera.shutterLagSeconds.toFixed(2)} s that this phone takes to open.`}
          />
          <Readout
            label={`Frozen to ${FROZEN_PX} pixels up to`}
            value={readableDuration(
              1 / Math.max(1, Math.round(1 / freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, FROZEN_PX))),
            )}
            because={`${coveredMetres(seenMm, lens.focalLengthMm, mover.distanceM).toFixed(1)} m of its path fit into the frame at ${mover.distanceM} m.`}
          />
        </>
      )}
    </Box>
  );
}
