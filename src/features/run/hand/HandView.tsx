"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Hand, Play, Square } from "lucide-react";
import { useMemo, useState } from "react";
import type { HandWay } from "@/contracts/handFrame";
import type { Camera } from "@/core/camera";
import { type CapturePlan, cuesOf, runSeconds } from "@/core/capture";
import type { Mover } from "@/core/motion";
import { roughDuration } from "@/core/recipe";
import { counted } from "@/core/words";
import { Action } from "@/ui/Action";
import { usePageKeys } from "@/ui/keys";
import { OneOf } from "@/ui/OneOf";
import { Tick } from "@/ui/Tick";
import { Beat } from "../Beat";
import { Clock, leftText, PHASE_WORDS } from "../Clock";
import { ShutterLine } from "../ShutterLine";
import { HandLog } from "./HandLog";
import { MomentPanel } from "./MomentPanel";
import { SetItSo } from "./SetItSo";
import { type CueWays, useCues } from "./useCues";
import type { HandRun } from "./useHandRun";

interface HandViewProps {
  readonly hand: HandRun;
  /** The line as it stands, and what it comes to; null without a shutter time. */
  readonly line: string;
  readonly plan: CapturePlan | null;
  readonly camera: Camera | undefined;
  /** What passes, if anything does; and whether it is wanted in the middle of the picture. */
  readonly mover: Mover | null;
  readonly inTheMiddle: boolean;
}

const WAYS = [
  { value: "timer", name: "The phone's own timer takes them" },
  { value: "press", name: "I press for each" },
] as const;

const CUE_WAYS = [
  { way: "sound", name: "Beeps" },
  { way: "voice", name: "Voice" },
  { way: "vibration", name: "Vibration" },
] as const;

/** Where the clock stands: how long still, or how many are logged. */
function HandClock({ hand }: { readonly hand: HandRun }) {
  const { moment, planned, count, shown, seconds } = hand;
  const isCounting = moment !== null && moment.phase !== "through";
  const taken = useMemo(() => new Set(shown?.handFrames.map(({ number }) => number)), [shown]);
  return (
    <>
      <Clock
        number={isCounting ? leftText(moment.leftSeconds) : String(count)}
        words={isCounting ? PHASE_WORDS[moment.phase] : "logged"}
        beneath={
          isCounting ? `frame ${moment.frame + 1} of ${planned.length}` : `of ${counted(planned.length, "frame")}`
        }
        isOpen={moment?.phase === "open"}
      />
      {planned.length > 0 && <Beat frames={planned} seconds={seconds} taken={taken} />}
    </>
  );
}

/** A run with a phone that is not linked: the clock that one sees and hears, and the log that one keeps with a thumb. */
export function HandView({ hand, line, plan, camera, mover, inTheMiddle }: HandViewProps) {
  const { shown, goesOn, planned, startedAtMs, begin, end, correct, remove, tap } = hand;
  const [chosen, setChosen] = useState<HandWay>("timer");
  const [ways, setWays] = useState<CueWays>({ sound: true, voice: false, vibration: true });
  const isPressed = shown?.run.handWay === "press";
  const cues = useMemo(() => (planned.length > 0 ? cuesOf(planned, isPressed) : []), [planned, isPressed]);
  useCues(cues, goesOn ? startedAtMs : null, ways);
  const takesTaps = goesOn && isPressed;
  usePageKeys({ f: () => takesTaps && tap() });
  const length = plan ? `${counted(plan.frames, "frame")}, ${roughDuration(runSeconds(plan))}` : "";
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex align="center" gap="14px" px="16px" py="8px" wrap="wrap" borderBottomWidth="1px" borderColor="line">
        {goesOn ? (
          <Action disabled={end.isPending} onClick={() => end.mutate()}>
            <Square size={16} /> End this run
          </Action>
        ) : (
          <>
            <OneOf label="How they are taken" labelHidden options={WAYS} value={chosen} onChange={setChosen} />
            <Action
              look="main"
              disabled={plan === null || begin.isPending}
              onClick={() => begin.mutate({ line, way: chosen })}
            >
              <Play size={16} /> {plan ? `Begin in 5 s: ${length}` : "Write a shutter time to begin"}
            </Action>
          </>
        )}
        {CUE_WAYS.map(({ way, name }) => (
          <Tick key={way} checked={ways[way]} onChange={(on) => setWays({ ...ways, [way]: on })}>
            {name}
          </Tick>
        ))}
      </Flex>
      {shown && goesOn && <HandClock hand={hand} />}
      {takesTaps && (
        <Action look="main" minH="96px" mx="16px" my="10px" fontSize="heading" title="Log a frame (f)" onClick={tap}>
          <Hand size={26} /> Frame {hand.count + 1}: now
        </Action>
      )}
      {mover && plan && camera && (!goesOn || isPressed) && (
        <MomentPanel
          mover={mover}
          plan={plan}
          camera={camera}
          inTheMiddle={inTheMiddle}
          ways={ways}
          onPress={() => takesTaps && tap()}
        />
      )}
      <Box flex="1" minH="0" overflowY="auto">
        {shown && shown.handFrames.length > 0 ? (
          <HandLog
            frames={shown.handFrames}
            onCorrect={(id, change) => correct.mutate({ id, change })}
            onRemove={(id) => remove.mutate(id)}
          />
        ) : goesOn ? (
          <Box color="ash" px="24px" py="32px" textAlign="center">
            Frames stand here as they are logged.
          </Box>
        ) : (
          plan && <SetItSo plan={plan} />
        )}
      </Box>
      {hand.waiting.length > 0 && (
        <Box px="16px" py="4px" color="coral" fontSize="note" role="status">
          {counted(hand.waiting.length, "frame")} on the way to the log; kept here until then.
        </Box>
      )}
      {!goesOn && plan && <ShutterLine plan={plan} />}
    </Flex>
  );
}
