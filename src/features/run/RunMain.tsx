"use client";

import { Box, Flex } from "@chakra-ui/react";
import { OneOf } from "@/ui/OneOf";
import { CAUTIONS_READ, Cautions } from "./Cautions";
import { HandView } from "./hand/HandView";
import { RunView } from "./RunView";
import type { RunStationState } from "./useRunStation";

const TAKERS = [
  { value: "linked", name: "The linked phone" },
  { value: "hand", name: "By hand, with any phone" },
] as const;

/** The work area of Run: who takes the frames, what to mind before, and the run itself. */
export function RunMain({ station }: { readonly station: RunStationState }) {
  const { shotId, shot, camera, line, plan, readable, taker, intent, linked, hand, watch, ticked, isUnderWay } =
    station;
  const [shown, other] = taker === "linked" ? [linked, hand] : [hand, linked];
  // While the run that is shown goes on there is nothing to choose, unless the other one does too.
  const canChoose = !shown.goesOn || other.goesOn;
  return (
    <Flex direction="column" flex="1" minH="0">
      {canChoose && (
        <Box px="16px" pt="8px">
          <OneOf label="Who takes the frames" labelHidden options={TAKERS} value={taker} onChange={station.setTaker} />
        </Box>
      )}
      {!isUnderWay && shot && !ticked.includes(CAUTIONS_READ) && (
        <Cautions minds={station.minds} onRead={() => station.tick(CAUTIONS_READ, true)} />
      )}
      {taker === "linked" ? (
        <RunView
          shotId={shotId}
          run={linked.shown}
          plan={linked.goesOn ? linked.plan : plan}
          ready={readable !== null}
          busy={station.isBusy}
          starting={station.isStarting}
          onStart={station.start}
          onAbort={() => station.tell("abort")}
          onPause={() => station.tell("pause")}
          onResume={() => station.tell("resume")}
          onMark={(said) => station.mark(said)}
          onSpoken={(sound, seconds, frame) => station.speak({ sound, seconds, frame })}
          onStack={(run) => station.stack(run)}
          warnings={watch.warnings}
          measured={watch.measured}
        />
      ) : (
        <HandView
          hand={hand}
          line={line}
          plan={readable}
          camera={camera}
          mover={shot?.scene?.mover ?? intent?.scene.mover ?? null}
          inTheMiddle={intent?.release === "at-once"}
        />
      )}
    </Flex>
  );
}
