"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { printRecipe } from "@/core/recipe";
import { framesUntil } from "@/core/rehearse";
import { useShot } from "@/features/api/queries";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { usePageKeys } from "@/ui/keys";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { GatheringBand, momentText } from "./GatheringBand";
import { measuredOf } from "./measured";
import { RehearseReasons } from "./RehearseReasons";
import { RehearseView } from "./RehearseView";
import { useBeside } from "./useBeside";
import { useOpened } from "./useOpened";
import { useOthers } from "./useOthers";
import { useRehearsal, useScreenPicture } from "./useRehearsal";
import { type Rehearse, useRehearse } from "./useRehearse";

/** Widths of the simulated picture, pixels: at rest, and while it follows the hand. */
const WIDTH_PX = 960;
const MOVING_WIDTH_PX = 480;

interface RehearseStationProps {
  readonly outingId: string;
  readonly shotId: string;
}

/** Rehearse: the picture before it is taken, at every moment of its run, beside what the phone's screen would show. */
export function RehearseStation({ outingId, shotId }: RehearseStationProps) {
  const { savedLine, recipe, type, save } = useShotRecipe(shotId);
  const rehearse = useRehearse(shotId, recipe);
  const known = useShot(shotId).data;
  const base = `/outings/${outingId}/shots/${shotId}`;
  return (
    <>
      {rehearse ? (
        <Rehearsing rehearse={rehearse} runHref={`${base}/run`} />
      ) : known && recipe.sequence === null ? (
        <Quiet title="No shutter time, no picture." action={{ name: "To Expose", href: `${base}/expose` }}>
          Write one into the line below, such as 2s, or choose a recipe at Expose.
        </Quiet>
      ) : (
        <Box flex="1" />
      )}
      <RecipeLine key={shotId} line={savedLine} onSave={save} onDraft={type} />
    </>
  );
}

function Rehearsing({ rehearse, runHref }: { readonly rehearse: Rehearse; readonly runHref: string }) {
  const { rehearsed, gathering, seconds, nameOf } = rehearse;
  const line = printRecipe(rehearsed.plan.recipe);
  const opened = useOpened(seconds, line);
  const others = useOthers(rehearse.request, rehearse.filters, line);
  const [besideLine, setBesideLine] = useState<string | null>(null);
  const [wipeAt, setWipeAt] = useState(50);
  const beside = useBeside(rehearsed, besideLine, WIDTH_PX);
  const [withScreen, setWithScreen] = useState(false);
  const width = opened.resting ? WIDTH_PX : MOVING_WIDTH_PX;
  const picture = useRehearsal(rehearsed, width, opened.at);
  const screen = useScreenPicture(rehearsed, MOVING_WIDTH_PX, withScreen);
  const whole = opened.at === null && picture?.width === WIDTH_PX && picture.framesIn === picture.framesOf;
  const measured = useMemo(
    () => (whole && picture?.measured ? measuredOf(picture, picture.measured) : null),
    [whole, picture],
  );
  usePageKeys({ s: () => setWithScreen((before) => !before) });
  const at = opened.at ?? seconds;
  return (
    <Station
      mainName="Picture"
      main={
        <>
          <RehearseView
            picture={picture}
            frames={framesUntil(rehearsed.plan, at).length}
            moment={momentText(gathering, seconds, at)}
            wiped={besideLine === null ? null : { picture: beside, line: besideLine, at: wipeAt, onAt: setWipeAt }}
            screen={screen}
            withScreen={withScreen}
            onScreen={() => setWithScreen(!withScreen)}
            playing={opened.playing}
            onPlay={opened.play}
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
      reasonsName="Reasons"
      reasons={
        <RehearseReasons
          rehearse={rehearse}
          measured={measured}
          screen={screen}
          runHref={runHref}
          others={others}
          beside={besideLine}
          onBeside={setBesideLine}
        />
      }
    />
  );
}
