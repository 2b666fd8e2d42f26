"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { Camera } from "@/core/camera";
import { type CapturePlan, openSpanSeconds, periodAfter, shutterOf } from "@/core/capture";
import type { SavedScene } from "@/core/facts";
import {
  drawnPath,
  freezeSeconds,
  imagePath,
  type Mover,
  pressMoment,
  secondsForShare,
  WHOLE_SHARE,
} from "@/core/motion";
import { coveredMetres } from "@/core/optics";
import { roughDuration } from "@/core/recipe";
import { Choose } from "@/ui/Choose";
import { Readout } from "@/ui/Readout";
import { PlanView } from "./PlanView";

interface PathReasonsProps {
  readonly mover: SavedScene["mover"];
  readonly camera: Camera;
  readonly halfWidth: number;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
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
export function PathReasons({ mover, camera, halfWidth, plan, onMover }: PathReasonsProps) {
  const { lens } = camera;
  const seenMm = 2 * halfWidth * lens.focalLengthMm;
  const spanSeconds = plan ? openSpanSeconds(plan) : 0;
  const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: seenMm };
  const path = mover && imagePath(frame, mover);
  const drawn =
    mover && path && plan
      ? drawnPath(path, mover, {
          frames: plan.frames,
          shutterSeconds: shutterOf(plan, 0).deliveredSeconds,
          periodSeconds: periodAfter(plan),
        })
      : null;
  const whole = mover && path ? secondsForShare(path, mover, path.leavesTheFrame ? 1 : WHOLE_SHARE) : 0;
  const press = mover && pressMoment({ ...camera, speedMps: mover.speedMps, delaySeconds: plan?.delaySeconds ?? 0 });
  const reached = drawn?.reached ?? 0;
  return (
    <Box>
      <Flex justify="space-between" align="center" pt="10px" pb="4px">
        <Box as="h2" fontSize="note" fontWeight={620}>
          Path from above
        </Box>
        <Choose
          label="What moves"
          value={MOVERS.find(({ speedMps }) => speedMps === mover?.speedMps)?.name ?? ""}
          placeholder={mover ? `${mover.speedMps} m/s` : "nobody"}
          options={MOVERS.map(({ name, speedMps }) => ({ value: name, name: `${name}, ${speedMps} m/s` }))}
          onChoose={(name) => {
            const { speedMps } = MOVERS.find((each) => each.name === name)!;
            onMover({ ...(mover ?? FIRST_PATH), speedMps });
          }}
        />
      </Flex>
      {mover && path && press && (
        <>
          <PlanView
            mover={mover}
            slope={halfWidth}
            coverage={reached}
            aheadMetres={press.aheadMetres}
            openMetres={mover.speedMps * spanSeconds}
            onMover={onMover}
          />
          <Readout
            label={path.leavesTheFrame ? "Crosses the frame in" : "Draws 95 % of its path in"}
            value={roughDuration(whole)}
            tone={reached >= WHOLE_SHARE ? "moss" : "coral"}
            because={`The line spans ${roughDuration(spanSeconds)}: ${Math.round(100 * reached)} % of the way in the picture${drawn && drawn.drawn < 0.99 * reached ? `, ${Math.round(100 * drawn.drawn)} % without the pauses` : ""}.${path.leavesTheFrame ? "" : " It recedes to a point in the picture and is never drawn whole."}`}
          />
          <Readout
            label="Press before it comes into the frame"
            value={`${press.aheadSeconds.toFixed(press.aheadSeconds < 1 ? 2 : 1)} s`}
            because={`While it is still ${press.aheadMetres.toFixed(1)} m from the edge: ${plan && plan.delaySeconds > 0 ? `${roughDuration(plan.delaySeconds)} of delay and ` : ""}${camera.shutterLagSeconds.toFixed(2)} s that this phone takes to open.`}
          />
          <Readout
            label={`Frozen to ${FROZEN_PX} pixels up to`}
            value={roughDuration(freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, FROZEN_PX))}
            because={`${coveredMetres(seenMm, lens.focalLengthMm, mover.distanceM).toFixed(1)} m of its path fit into the frame at ${mover.distanceM} m.`}
          />
        </>
      )}
    </Box>
  );
}
