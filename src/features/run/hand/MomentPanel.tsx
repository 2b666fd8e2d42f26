"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Crosshair } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Camera } from "@/core/camera";
import { type CapturePlan, type Cue, openSpanSeconds, shutterOf } from "@/core/capture";
import { type Mover, nearestLandmarkM, type PressWish, pressAfterSeconds } from "@/core/motion";
import { typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";
import { Fold } from "@/ui/Fold";
import { usePageKeys } from "@/ui/keys";
import { OneOf } from "@/ui/OneOf";
import { Clock, leftText } from "../Clock";
import { useNow } from "../useNow";
import { type CueWays, useCues } from "./useCues";

interface MomentPanelProps {
  readonly mover: Mover;
  readonly plan: CapturePlan;
  readonly camera: Camera;
  /** The intent wants it in the middle of the picture rather than from its edge on. */
  readonly inTheMiddle: boolean;
  readonly ways: CueWays;
  /** Told when the countdown is over: this is the press. */
  readonly onPress: () => void;
}

const WISHES = [
  { value: "whole", name: "as much of its way as it can be" },
  { value: "middle", name: "in the middle, half-way through" },
] as const;
const WISH_OF: Readonly<Record<(typeof WISHES)[number]["value"], Omit<PressWish, "landmarkM">>> = {
  whole: { part: "whole", moment: "opens" },
  middle: { part: 0.5, moment: "middle" },
};
/** A hand needs so long from hearing to pressing in time. */
const HAND_SECONDS = 2;
const STEP_M = 5;
/** The countdown stays so long after the press, so that one sees that it is over. */
const AFTER_MS = 1500;
const FARTHEST_M = 10_000;
const CUES: readonly Cue[] = [
  ...[-3, -2, -1].map((atSeconds) => ({ kind: "ready", atSeconds }) as const),
  { kind: "press", atSeconds: 0 },
];

/** For a mover: tap as it passes a landmark, and press when the countdown says, so that it is where one wants it. */
export function MomentPanel({ mover, plan, camera, inTheMiddle, ways, onPress }: MomentPanelProps) {
  const [wish, setWish] = useState<keyof typeof WISH_OF>(inTheMiddle ? "middle" : "whole");
  const [typedM, setTypedM] = useState<number | null>(null);
  const [pressAtMs, setPressAtMs] = useState<number | null>(null);
  const { lens } = camera;
  const frame = useMemo(
    () => ({ focalLengthMm: lens.focalLengthMm, sensorWidthMm: (lens.widthPx * lens.pitchUm) / 1000 }),
    [lens],
  );
  const timing = {
    firstOpensSeconds: plan.firstOpensSeconds,
    shutterSeconds: shutterOf(plan, 0).deliveredSeconds,
    spanSeconds: openSpanSeconds(plan),
  };
  const nearestM = nearestLandmarkM(frame, mover, WISH_OF[wish], timing, HAND_SECONDS);
  const landmarkM = typedM ?? STEP_M * Math.ceil(nearestM / STEP_M);
  const after = pressAfterSeconds(frame, mover, { ...WISH_OF[wish], landmarkM }, timing);
  const isTooNear = after < 0;
  useCues(CUES, pressAtMs, ways);

  const pressed = useRef(onPress);
  pressed.current = onPress;
  useEffect(() => {
    if (pressAtMs === null) return;
    const atPress = setTimeout(() => pressed.current(), pressAtMs - Date.now());
    const over = setTimeout(() => setPressAtMs(null), pressAtMs - Date.now() + AFTER_MS);
    return () => {
      clearTimeout(atPress);
      clearTimeout(over);
    };
  }, [pressAtMs]);
  const tap = () => {
    if (!isTooNear && pressAtMs === null) setPressAtMs(Date.now() + 1000 * after);
  };
  usePageKeys({ m: tap });
  const now = useNow(pressAtMs !== null);
  const left = pressAtMs === null ? 0 : (pressAtMs - now) / 1000;
  return (
    <Box as="section" aria-label="Moment to press" borderBottomWidth="1px" borderColor="line" flexShrink="0">
      {pressAtMs !== null && (
        <Clock
          number={left > 0 ? leftText(left) : "now"}
          words={left > 0 ? "press in" : "press"}
          beneath={`from the landmark at ${landmarkM} m`}
          isOpen={left <= 0}
        />
      )}
      <Flex align="center" gap="14px" px="16px" py="8px" wrap="wrap">
        <Action minH="48px" disabled={isTooNear || pressAtMs !== null} title="It passes the landmark (m)" onClick={tap}>
          <Crosshair size={18} /> It passes the landmark: now
        </Action>
        <Box color={isTooNear ? "coral" : "ash"} fontSize="note" maxW="46ch">
          {isTooNear
            ? `Too near: with this delay and lag the landmark has to lie ${Math.ceil(nearestM)} m before it comes into the picture.`
            : `${landmarkM} m before it comes into the picture, at ${mover.speedMps} m/s: press ${after.toFixed(1)} s later.`}
        </Box>
      </Flex>
      <Box px="16px" pb="8px">
        <Fold title="Landmark, and where it should be">
          <Row label="Landmark, metres before it comes in">
            <Entry
              label="Landmark, metres before it comes in"
              value={String(landmarkM)}
              onCommit={(text) => {
                const metres = typedNumber(text);
                if (!(metres >= 0 && metres <= FARTHEST_M)) return `Metres, from 0 to ${FARTHEST_M}.`;
                setTypedM(metres);
                return null;
              }}
            />
          </Row>
          <OneOf label="It should be in the picture" options={WISHES} value={wish} onChange={setWish} />
        </Fold>
      </Box>
    </Box>
  );
}
