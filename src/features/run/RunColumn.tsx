"use client";

import { Box } from "@chakra-ui/react";
import { CameraBar } from "@/features/shot/CameraBar";
import { CheckList } from "./CheckList";
import { HandReasons } from "./hand/HandReasons";
import { LinkPhone } from "./LinkPhone";
import { RunReasons } from "./RunReasons";
import { TestFramePanel } from "./TestFramePanel";
import { TwilightReasons } from "./TwilightReasons";
import type { RunStationState } from "./useRunStation";

/** What is prepared before a run; while one goes on there is nothing to prepare. */
function Preparing({ station }: { readonly station: RunStationState }) {
  const { shotId, plan, recipe, taker, hand, watch, test, phone } = station;
  return (
    <>
      {taker === "linked" ? (
        <TestFramePanel
          test={test}
          canTry={station.canTry}
          onTry={station.tryOne}
          onTake={station.takeProposal}
          onExpose={() => test?.tellExpose()}
        />
      ) : (
        <HandReasons shotId={shotId} run={hand.shown} goesOn={hand.goesOn} />
      )}
      {watch.twilight && plan && (
        <TwilightReasons
          twilight={watch.twilight}
          plan={plan}
          zone={station.zone}
          onRamp={(rampStops) => station.apply({ ...recipe, rampStops })}
        />
      )}
      {taker === "linked" && (
        <LinkPhone
          phone={phone}
          busy={station.isLinking}
          problem={station.linkProblem}
          onLink={(link) => station.linkPhone(link)}
        />
      )}
      <CheckList
        checks={station.checks}
        ticked={station.ticked}
        onTick={station.tick}
        {...(taker === "linked" && { phoneName: phone?.name ?? null })}
        onRepair={(change) => station.setPhone(change)}
      />
    </>
  );
}

/** Run's column of reasons: camera, what is prepared, and what the recipe asks of the phone. */
export function RunColumn({ station }: { readonly station: RunStationState }) {
  const { kit, camera, plan, taker } = station;
  if (!kit || !camera) return null;
  return (
    <>
      {!station.isUnderWay && (
        <>
          <Box pt="12px" pb="10px">
            <CameraBar kit={kit} camera={camera} onChoose={station.changeCamera} />
          </Box>
          <Preparing station={station} />
        </>
      )}
      <RunReasons
        plan={plan}
        camera={camera}
        widthPx={station.widthPx}
        onWidth={station.setWidth}
        pace={station.pace}
        onPace={station.setPace}
        isLinked={taker === "linked"}
      />
    </>
  );
}
