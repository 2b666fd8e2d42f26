"use client";

import { Box, Flex } from "@chakra-ui/react";
import { intentOf } from "@/core/intent";
import { OneOf } from "@/ui/OneOf";
import { CautionsFirst } from "./Cautions";
import { HandView } from "./hand/HandView";
import { RunView } from "./RunView";
import type { RunStationState } from "./useRunStation";

const TAKERS = [
  { value: "linked", name: "The linked phone" },
  { value: "hand", name: "By hand, with any phone" },
] as const;

/** The work area of Run: who takes the frames, what to mind before, and the run itself. */
export function RunMain({ station }: { readonly station: RunStationState }) {
  const { shotId, shot, camera, recipeLine, plan, readable, taker, linked, hand, watch, run } = station;
  const intent = shot && intentOf(shot.intent);
  const [shown, other] = taker === "linked" ? [linked, hand] : [hand, linked];
  // While the run that is shown goes on there is nothing to choose, unless the other one does too.
  const canChoose = !shown.goesOn || other.goesOn;
  const chooser = canChoose && (
    <OneOf label="Who takes the frames" labelHidden options={TAKERS} value={taker} onChange={station.setTaker} />
  );
  return (
    <Flex direction="column" flex="1" minH="0">
      {taker === "hand" && chooser && (
        <Box px="16px" pt="8px">
          {chooser}
        </Box>
      )}
      <Box hideFrom="md">
        <CautionsFirst station={station} />
      </Box>
      {taker === "linked" ? (
        <RunView
          chooser={chooser}
          shotId={shotId}
          run={linked.shown}
          plan={linked.goesOn ? linked.plan : plan}
          ready={readable !== null}
          busy={run.isBusy}
          starting={run.isStarting}
          onStart={run.start}
          onAbort={() => run.tell.mutate("abort")}
          onPause={() => run.tell.mutate("pause")}
          onResume={() => run.tell.mutate("resume")}
          onFetch={(id) => run.fetchLeft.mutate(id)}
          onMark={(said) => run.mark.mutate(said)}
          onSpoken={(sound, seconds, frame) => run.speak.mutate({ sound, seconds, frame })}
          onStack={(shown) => run.stack.mutate(shown)}
          warnings={watch.warnings}
          measured={watch.measured}
        />
      ) : (
        <HandView
          hand={hand}
          line={recipeLine.line}
          plan={readable}
          camera={camera}
          mover={shot?.scene?.mover ?? intent?.scene.mover ?? null}
          inTheMiddle={intent?.release === "at-once"}
        />
      )}
    </Flex>
  );
}
