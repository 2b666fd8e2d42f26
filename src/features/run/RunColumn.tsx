"use client";

import { Box } from "@chakra-ui/react";
import { CameraBar } from "@/features/shot/CameraBar";
import { CautionsFirst } from "./Cautions";
import { CheckList } from "./CheckList";
import { HandReasons } from "./hand/HandReasons";
import { LinkPhone } from "./LinkPhone";
import { RunLights } from "./RunLights";
import { RunReasons } from "./RunReasons";
import { TestFramePanel } from "./TestFramePanel";
import { TwilightReasons } from "./TwilightReasons";
import type { RunStationState } from "./useRunStation";

/** What is prepared before a run; while one goes on there is nothing to prepare. */
function Preparing({ station }: { readonly station: RunStationState }) {
  const { shotId, plan, recipeLine, taker, hand, watch, test, phone, list } = station;
  return (
    <>
      {taker === "linked" ? (
        <TestFramePanel
          test={test.proposal}
          canTry={test.canTry}
          onTry={test.tryOne}
          onTake={test.take}
          onExpose={() => test.proposal?.tellExpose()}
        />
      ) : (
        <HandReasons shotId={shotId} run={hand.shown} goesOn={hand.goesOn} />
      )}
      {watch.twilight && plan && (
        <TwilightReasons
          twilight={watch.twilight}
          plan={plan}
          zone={station.zone}
          onRamp={(rampStops) => recipeLine.apply({ ...recipeLine.recipe, rampStops })}
        />
      )}
      {taker === "linked" && (
        <LinkPhone
          phone={phone.reported}
          busy={phone.isLinking}
          problem={phone.problem}
          onLink={(link) => phone.link(link)}
        />
      )}
      <CheckList
        checks={list.checks}
        ticked={list.ticked}
        onTick={list.tick}
        {...(taker === "linked" && { phoneName: phone.reported?.name ?? null })}
        onRepair={(change) => phone.set(change)}
      />
    </>
  );
}

/** Run's column of reasons: camera, what is prepared, and what the recipe asks of the phone. */
export function RunColumn({ station }: { readonly station: RunStationState }) {
  const { kit, camera, plan, taker, settings } = station;
  if (!kit || !camera) return null;
  return (
    <>
      {!station.isUnderWay && (
        <>
          <Box hideBelow="md" mx="-18px" mt="-12px">
            <CautionsFirst station={station} />
          </Box>
          <Box pt="12px" pb="10px">
            <CameraBar kit={kit} camera={camera} onChoose={station.changeCamera} />
          </Box>
          <Preparing station={station} />
        </>
      )}
      <RunLights shotId={station.shotId} recipe={station.recipeLine.recipe} newestStops={station.watch.newestStops} />
      <RunReasons
        plan={plan}
        camera={camera}
        widthPx={settings.widthPx}
        onWidth={settings.setWidth}
        pace={settings.pace}
        onPace={settings.setPace}
        isLinked={taker === "linked"}
      />
    </>
  );
}
