"use client";

import { Box } from "@chakra-ui/react";
import NextLink from "next/link";
import type { ReactNode } from "react";
import { lightsOf } from "@/core/outlook";
import { parseRecipe, printRecipe, readableDuration, roughDuration } from "@/core/recipe";
import type { ScreenPicture } from "@/core/rehearse";
import { lightScaleOf } from "@/core/solve";
import { counted, plain, signed } from "@/core/words";
import { HistogramView } from "@/features/picture/HistogramView";
import { LightScaleView } from "@/features/picture/LightScaleView";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import { Readout } from "@/ui/Readout";
import { KeptPromises } from "./KeptPromises";
import type { Measured } from "./measured";
import { promisesOf } from "./promises";
import type { Other } from "./useOthers";
import type { Rehearse } from "./useRehearse";

interface RehearseReasonsProps {
  readonly rehearse: Rehearse;
  /** Of the whole run; null while it is on its way. */
  readonly measured: Measured | null;
  readonly screen: ScreenPicture | null;
  readonly runHref: string;
  /** What it can be set beside, and what it is; null for nothing. */
  readonly others: readonly Other[];
  readonly beside: string | null;
  readonly onBeside: (line: string | null) => void;
  /** What it stands before, and how to change that. */
  readonly before?: ReactNode;
}

const NOTHING = "";

/** The rehearsed picture in numbers, what the screen would have shown, and the way on. */
export function RehearseReasons(props: RehearseReasonsProps) {
  const { rehearse, measured, screen, runHref, others, beside, onBeside, before } = props;
  const { outlook, nameOf } = rehearse;
  const { lights, noiseFloor } = lightsOf(outlook);
  const marks = { lights: lights.map(({ of, underWhite }) => ({ name: nameOf(of), underWhite })), noiseFloor };
  const { plan, cost } = outlook;
  return (
    <Box>
      <Box fontSize="note" color="ash" pb="2px">
        Promised, stops under white
      </Box>
      <LightScaleView scale={lightScaleOf(rehearse.request, outlook)} nameOf={nameOf} />
      {measured && <HistogramView view={measured.view} marks={marks} />}
      {measured && <KeptPromises promises={promisesOf(rehearse, measured)} />}
      {measured && (
        <Readout
          label="Clipped, any channel"
          value={plain(100 * measured.view.clippedAny, 2)}
          unit="%"
          tone={measured.view.clippedAny > 0.02 ? "coral" : "bone"}
          because={`${plain(100 * measured.view.clippedAll, 2)} % in all three; ${plain(100 * measured.view.crushedAll, 2)} % crushed.`}
        />
      )}
      <Box py="12px">
        <Action asChild look="main">
          <NextLink href={runHref}>{`Run ${counted(plan.frames, "frame")}, ${roughDuration(cost.seconds)}`}</NextLink>
        </Action>
      </Box>
      <Box py="10px" borderBottomWidth="1px" borderColor="line">
        <Box fontSize="note" color="ash" mb="4px">
          Compare with
        </Box>
        <Choose
          size="md"
          label="Compare with"
          value={beside ?? NOTHING}
          options={[
            { value: NOTHING, name: others.length > 0 ? "nothing" : "nothing; other recipes are on their way" },
            ...others.map(({ line, name }) => ({ value: line, name })),
            ...(beside !== null && !others.some(({ line }) => line === beside)
              ? [{ value: beside, name: beside }]
              : []),
          ]}
          onChoose={(line) => onBeside(line === NOTHING ? null : line)}
        />
        <Row label="or a line of your own">
          <Entry
            label="Line to compare with"
            width="170px"
            placeholder="1s | iso 100"
            value={others.some(({ line }) => line === beside) ? NOTHING : (beside ?? NOTHING)}
            onCommit={(text) => {
              const { recipe, problems } = parseRecipe(text);
              const [first] = problems;
              if (first) return `${first.found}: expected ${first.expected}`;
              if (text.trim() !== "" && recipe.sequence === null) return "Write a shutter time into it, such as 2s.";
              onBeside(text.trim() === "" ? null : printRecipe(recipe));
              return null;
            }}
          />
        </Row>
      </Box>
      {before}
      {screen && (
        <Readout
          label="Its meter, stops: by the centre"
          value={signed(screen.meter.centre)}
          because={`By matrix ${signed(screen.meter.matrix)}, on the spot ${signed(screen.meter.spot)}, at the settings of the line.`}
        />
      )}
      {screen && (
        <Readout
          label="The phone's screen, meanwhile"
          value={`ISO ${Math.round(screen.iso)}`}
          because={`It shows ${readableDuration(screen.shutterSeconds)} at a time and brightens that until it looks well lit${
            screen.offStops < -1 ? `; here it still stays ${plain(-screen.offStops)} stops too dark` : ""
          }. It says nothing of the picture.${
            screen.following === "a picture"
              ? ""
              : ` Phones whose screen follows the settings show ${screen.following} at these.`
          }`}
        />
      )}
    </Box>
  );
}
