"use client";

import { Box } from "@chakra-ui/react";
import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import { printRecipe } from "@/core/recipe";
import { framesUntil, REST_WIDTH_PX } from "@/core/rehearse";
import { useShot } from "@/features/api/queries";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { usePageKeys } from "@/ui/keys";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { DrawnWayChoice } from "./DrawnWayChoice";
import { GatheringBand, momentText } from "./GatheringBand";
import { HandSurface } from "./HandSurface";
import { measuredOf } from "./measured";
import { OwnPanel } from "./own/OwnPanel";
import { useOwnPicture } from "./own/useOwnPicture";
import { PlaceChoice } from "./PlaceChoice";
import { RehearseReasons } from "./RehearseReasons";
import { RehearseView } from "./RehearseView";
import { useBeside } from "./useBeside";
import { useCloseLook } from "./useCloseLook";
import { useDrawing } from "./useDrawing";
import { useOpened } from "./useOpened";
import { useOthers } from "./useOthers";
import { useLightAhead, useRehearsal, useScreenPicture } from "./useRehearsal";
import { type Rehearse, useRehearse } from "./useRehearse";

/** The drawing package comes once somebody has a picture to draw on. */
const OwnDrawing = dynamic(() => import("./own/OwnDrawing").then((module) => module.OwnDrawing), { ssr: false });

/** Width of the simulated picture while it follows the hand, pixels. */
const MOVING_WIDTH_PX = 480;
/** What a hand will want next, where the picture was kept and its place is not lit. */
const AHEAD_PX = [MOVING_WIDTH_PX, REST_WIDTH_PX];

interface RehearseStationProps {
  readonly outingId: string;
  readonly shotId: string;
}

/** Rehearse: the picture before it is taken, at every moment of its run, beside what the phone's screen would show. */
export function RehearseStation({ outingId, shotId }: RehearseStationProps) {
  const lineState = useShotRecipe(shotId);
  const { recipe, type, save } = lineState;
  const rehearse = useRehearse(shotId, recipe);
  const known = useShot(shotId).data;
  const base = `/outings/${outingId}/shots/${shotId}`;
  return (
    <>
      {rehearse && known ? (
        <Rehearsing rehearse={rehearse} shot={known.shot} runHref={`${base}/run`} onDraft={type} onSave={save} />
      ) : known && recipe.sequence === null ? (
        <Quiet title="No shutter time, no picture." action={{ name: "To Expose", href: `${base}/expose` }}>
          Write one into the line below, such as 2s, or choose a recipe at Expose.
        </Quiet>
      ) : (
        <Box flex="1" />
      )}
      <RecipeLine state={lineState} />
    </>
  );
}

interface RehearsingProps {
  readonly rehearse: Rehearse;
  readonly shot: ShotReply;
  readonly runHref: string;
  readonly onDraft: (line: string) => void;
  readonly onSave: (line: string) => void;
}

/** What the whole picture at rest says of itself; null before it is there. */
function useMeasured(picture: ReturnType<typeof useRehearsal>, atRest: boolean, isOwn: boolean) {
  const isLarge = isOwn || picture?.width === REST_WIDTH_PX;
  const whole = atRest && picture !== null && isLarge && picture.framesIn === picture.framesOf;
  return useMemo(() => (whole && picture?.measured ? measuredOf(picture, picture.measured) : null), [whole, picture]);
}

function Rehearsing({ rehearse, shot, runHref, onDraft, onSave }: RehearsingProps) {
  const { gathering, seconds, nameOf, request } = rehearse;
  const own = useOwnPicture(shot, rehearse.rehearsed.plan.recipe, rehearse, rehearse.rehearsed.sky);
  const rehearsed = useMemo(() => ({ ...rehearse.rehearsed, own: own.wish }), [rehearse.rehearsed, own.wish]);
  const line = printRecipe(rehearsed.plan.recipe);
  const opened = useOpened(seconds, line);
  const others = useOthers(request, rehearse.filters, rehearsed.plan.recipe);
  const [besideLine, setBesideLine] = useState<string | null>(null);
  const [wipeAt, setWipeAt] = useState(50);
  const beside = useBeside(rehearsed, besideLine, REST_WIDTH_PX);
  const [withScreen, setWithScreen] = useState(false);
  const { tool, setTool, drawnWay, draw, over } = useDrawing(shot, rehearse, own);
  const width = opened.resting ? REST_WIDTH_PX : MOVING_WIDTH_PX;
  const picture = useRehearsal(rehearsed, width, { openedSeconds: opened.at, reads: opened.resting });
  const close = useCloseLook(rehearsed, picture);
  const measured = useMeasured(picture, opened.at === null, own.shown);
  useLightAhead(rehearsed, AHEAD_PX, measured !== null);
  const screen = useScreenPicture(rehearsed, MOVING_WIDTH_PX, withScreen);
  usePageKeys({ s: () => setWithScreen((before) => !before), l: close.toggle });
  const at = opened.at ?? seconds;
  return (
    <Station
      mainName="Picture"
      main={
        <>
          <RehearseView
            picture={picture}
            aspect={request.camera.lens.widthPx / request.camera.lens.heightPx}
            frames={framesUntil(rehearsed.plan, at).length}
            moment={momentText(gathering, seconds, at)}
            wiped={besideLine === null ? null : { picture: beside, line: besideLine, at: wipeAt, onAt: setWipeAt }}
            screen={screen}
            withScreen={withScreen}
            onScreen={() => setWithScreen(!withScreen)}
            close={close}
            playing={opened.playing}
            onPlay={opened.play}
            over={
              <>
                <HandSurface
                  recipe={rehearsed.plan.recipe}
                  choices={{ camera: request.camera, filters: rehearse.filters }}
                  onDraft={onDraft}
                  onSave={onSave}
                  onPoint={close.on ? close.setPointed : null}
                  aspect={picture ? picture.width / picture.height : 1}
                />
                {over && picture && <OwnDrawing own={over(picture)} tool={tool} onDrawn={draw} />}
              </>
            }
          />
          <GatheringBand
            gathering={gathering}
            seconds={seconds}
            nameOf={nameOf}
            opened={at}
            onOpened={opened.put}
            onRest={opened.rest}
          />
        </>
      }
      reasonsName="Details"
      reasons={
        <RehearseReasons
          rehearse={rehearse}
          measured={measured}
          screen={screen}
          runHref={runHref}
          others={others}
          beside={besideLine}
          onBeside={setBesideLine}
          before={
            <>
              {!own.shown && <PlaceChoice shot={shot} rehearse={rehearse} />}
              {!own.shown && drawnWay && request.mover && (
                <DrawnWayChoice
                  state={drawnWay}
                  speedMps={request.mover.speedMps}
                  drawing={tool === "path"}
                  onDrawing={(drawing) => setTool(drawing ? "path" : "none")}
                />
              )}
              <OwnPanel state={own} tool={tool} onTool={setTool} />
            </>
          }
        />
      }
    />
  );
}
