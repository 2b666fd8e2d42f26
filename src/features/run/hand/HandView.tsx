"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Play } from "lucide-react";
import { useMemo, useState } from "react";
import type { HandWay } from "@/contracts/handFrame";
import type { Camera } from "@/core/camera";
import { type CapturePlan, cuesOf, runSeconds } from "@/core/capture";
import type { Mover } from "@/core/motion";
import { roughDuration } from "@/core/recipe";
import { counted } from "@/core/words";
import { Action } from "@/ui/Action";
import { OneOf } from "@/ui/OneOf";
import { Tick } from "@/ui/Tick";
import { ShutterLine } from "../ShutterLine";
import { HandLog } from "./HandLog";
import { HandRunning } from "./HandRunning";
import { MomentPanel } from "./MomentPanel";
import { SettingsCard } from "./SettingsCard";
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

/** A run with a phone that is not linked: the clock that one sees and hears, and the log that one keeps with a thumb. */
export function HandView({ hand, line, plan, camera, mover, inTheMiddle }: HandViewProps) {
  const { shown, goesOn, planned, startedAtMs, begin, correct, remove, tap } = hand;
  const [chosen, setChosen] = useState<HandWay>("timer");
  const [ways, setWays] = useState<CueWays>({ sound: true, voice: false, vibration: true });
  const isPressed = shown?.run.handWay === "press";
  const cues = useMemo(() => (planned.length > 0 ? cuesOf(planned, isPressed) : []), [planned, isPressed]);
  useCues(cues, goesOn ? startedAtMs : null, ways);
  const moment = mover && plan && camera && (
    <MomentPanel
      mover={mover}
      plan={plan}
      camera={camera}
      inTheMiddle={inTheMiddle}
      ways={ways}
      onPress={() => goesOn && isPressed && tap()}
    />
  );
  const cueWays = CUE_WAYS.map(({ way, name }) => (
    <Tick key={way} checked={ways[way]} onChange={(on) => setWays({ ...ways, [way]: on })}>
      {name}
    </Tick>
  ));
  if (goesOn) return <HandRunning hand={hand} moment={moment} cueWays={cueWays} />;
  const length = plan ? `${counted(plan.frames, "frame")}, ${roughDuration(runSeconds(plan))}` : "";
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex align="center" gap="14px" px="16px" py="8px" wrap="wrap" borderBottomWidth="1px" borderColor="line">
        <OneOf label="How they are taken" labelHidden options={WAYS} value={chosen} onChange={setChosen} />
        <Action
          look="main"
          disabled={plan === null || begin.isPending}
          onClick={() => begin.mutate({ line, way: chosen })}
        >
          <Play size={16} /> {plan ? `Begin in 5 s: ${length}` : "Write a shutter time to begin"}
        </Action>
        {cueWays}
      </Flex>
      {moment}
      <Box flex="1" minH="0" overflowY="auto">
        {shown && shown.handFrames.length > 0 ? (
          <HandLog
            frames={shown.handFrames}
            onCorrect={(id, change) => correct.mutate({ id, change })}
            onRemove={(id) => remove.mutate(id)}
          />
        ) : (
          plan && <SettingsCard plan={plan} />
        )}
      </Box>
      {plan && <ShutterLine plan={plan} />}
    </Flex>
  );
}
