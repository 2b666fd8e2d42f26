"use client";

import { Box } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { FinishReply, StackReply } from "@/contracts/replies";
import { FINISH_LIGHTS, type FinishLightId, printLook } from "@/core/finish";
import { hash32 } from "@/core/random";
import { saved } from "@/features/api/client";
import { smallUrl } from "@/features/api/pictures";
import { useShot } from "@/features/api/queries";
import { TypedLine } from "@/features/recipe/TypedLine";
import { Action } from "@/ui/Action";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { startFinish } from "@/workers/clients";
import type { Developed } from "@/workers/developedUnder";
import { useWorker } from "@/workers/useWorker";
import { BEFORE, FinishPicture } from "./FinishPicture";
import { FinishReasons } from "./FinishReasons";
import { PaintLight } from "./PaintLight";
import { useDeveloped } from "./useDeveloped";
import { type Finishing, useFinish, useVersions } from "./useFinish";
import { useLightPlace, useMoves, usePointed, useViews } from "./useViews";

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 2 : 1)} %`;

/** Losses under this share of the picture are nobody's. */
const LEAST_TOLD = 0.0005;

/** What a picture says of itself in a line: what is lost, what is made up, and lights that it has not. */
function saysOf(developed: Developed | null): string {
  if (!developed) return "";
  const { clipped, crushed, gamut, banding, recoloured, missing, missingTable, whole } = developed;
  const rebuilt = recoloured ? recoloured.reduce((sum, part) => sum + part, 0) / 255 / recoloured.length : 0;
  return [
    `white ${percent(clipped)}`,
    `black ${percent(crushed)}`,
    ...(gamut > LEAST_TOLD ? [`colours beyond sRGB ${percent(gamut)}`] : []),
    ...(banding > LEAST_TOLD ? [`tones in steps ${percent(banding)}`] : []),
    ...(rebuilt > LEAST_TOLD ? [`colour reconstructed ${percent(rebuilt)}`] : []),
    ...(whole.hasEmpty ? ["corners are empty"] : []),
    ...(missingTable ? [`the table ${missingTable} is not here`] : []),
    ...(missing.length > 0 ? [`not in this picture: ${missing.join(", ")}`] : []),
  ].join(" · ");
}

/** A short name of what is painted; other paint has another. */
const keyOf = (painted: FinishReply["painted"]): string =>
  Array.from(JSON.stringify(painted))
    .reduce((key, letter) => hash32(key, letter.charCodeAt(0)), 0)
    .toString(36);

/** What is painted as the server has it: while a hand paints, and until that is kept, it is what was before. */
function useKeptPaint(painted: FinishReply["painted"], isPainting: boolean): FinishReply["painted"] {
  const [kept, setKept] = useState(painted);
  useEffect(() => {
    if (isPainting) return;
    let isCurrent = true;
    void saved().then(() => isCurrent && setKept(painted));
    return () => {
      isCurrent = false;
    };
  }, [painted, isPainting]);
  return kept;
}

/**
 * The picture in the store, where its hash is known, and where its light is fetched: another picture, or other paint, is another address.
 */
function usePicture({ id, stackId, painted }: FinishReply, stacks: readonly StackReply[], isPainting: boolean) {
  const kept = useKeptPaint(painted, isPainting);
  const stack = stacks.find(({ stack }) => stack.id === stackId)?.stack ?? null;
  const hash = stack?.balancedHash ?? stack?.resultHash ?? null;
  return { hash, address: `/api/finishes/${id}/light?of=${hash ?? ""}&painted=${keyOf(kept)}` };
}

interface FinishWorkProps {
  readonly shotId: string;
  readonly state: Finishing;
  readonly stacks: readonly StackReply[];
  readonly versions: Parameters<typeof FinishReasons>[0]["versions"];
  readonly onVersion: (id: string | null) => void;
}

/** Begins versions of the picture, and deletes them. */
function useActions(
  shotId: string,
  { finish, look }: Finishing,
  { versions, onVersion }: Pick<FinishWorkProps, "versions" | "onVersion">,
) {
  const { begin, remove } = useVersions(shotId, onVersion);
  const source = finish.stackId ? { stackId: finish.stackId } : { frameId: finish.frameId ?? "" };
  return {
    onVersion,
    onBegin: () =>
      begin.mutate({ source, name: `Version ${versions.length + 1}`, line: printLook(look), painted: finish.painted }),
    onDelete: () => {
      onVersion(null);
      remove.mutate(finish.id);
    },
  };
}

/** The look as its line, typed or read. */
function LookLine({ state: { line, problems, type, keep, look, revert } }: { readonly state: Finishing }) {
  return (
    <TypedLine
      name="Look"
      line={line}
      example="exposure +0.5 | ground +0.7 | sodium colour -35 | sky 4200K | shadows to noise"
      problems={problems}
      onType={type}
      onCommit={() => keep(look)}
      onRevert={revert}
      undo={null}
    />
  );
}

function FinishWork({ shotId, state, stacks, versions, onVersion }: FinishWorkProps) {
  const { finish, problems } = state;
  const finisher = useWorker(startFinish);
  const [painting, setPainting] = useState<FinishLightId | null>(null);
  const { hash, address } = usePicture(finish, stacks, painting !== null);
  const views = useViews(state, versions);
  const { shownLine, rival, cropping, isClose, setIsClose } = views;
  const { opened, developed, other, closely } = useDeveloped(finisher, {
    address,
    line: shownLine,
    isDrafted: state.isDrafted && problems.length === 0,
    otherLine: views.otherLine,
    centre: views.centre,
  });
  const [chosen, setChosen] = useState<FinishLightId | null>(null);
  const [barPointed, setBarPointed] = useState<FinishLightId | null>(null);
  const { isPicking, pick, press, move } = useMoves(finisher, address, state, setChosen);
  const { pointed, point } = usePointed(finisher, address, shownLine);
  const light = useLightPlace(finisher, address, shownLine, state.isDrafted ? null : barPointed);
  const actions = useActions(shotId, state, { versions, onVersion });

  return (
    <Station
      mainName="Picture"
      main={
        <>
          {painting && hash && opened ? (
            <PaintLight
              id={painting}
              shotId={shotId}
              hash={hash}
              size={opened}
              standing={opened.standing}
              state={state}
              onDone={() => setPainting(null)}
            />
          ) : (
            <FinishPicture
              developed={developed}
              other={other}
              otherName={rival?.name ?? BEFORE}
              closely={closely}
              isClose={isClose}
              onClose={() => setIsClose(!isClose)}
              crop={cropping.crop}
              onCropping={cropping.toggle}
              onCrop={cropping.keep}
              standIn={hash ? smallUrl(hash) : ""}
              light={light}
              name={`${finish.name}, finished`}
              undo={state.undo}
              redo={state.redo}
              onPoint={point}
              onPress={(at) => (isClose && !isPicking ? views.lookAt(at) : press(at))}
              asks={isPicking ? "Press a place that should be grey." : null}
              says={pointed ? FINISH_LIGHTS[pointed].name : saysOf(developed)}
            />
          )}
          <LookLine state={state} />
        </>
      }
      reasonsName="Lights"
      reasons={
        <FinishReasons
          state={state}
          versions={versions}
          rivals={views.rivals}
          rival={rival}
          onRival={views.setRivalId}
          onPaint={hash ? setPainting : null}
          opened={opened}
          developed={developed}
          chosen={chosen}
          pointed={pointed}
          isPicking={isPicking}
          onChoose={setChosen}
          onPoint={setBarPointed}
          onPick={pick}
          onMove={move}
          {...actions}
        />
      }
    />
  );
}

/** Finish: from the fused light to the picture, light by light. */
export function FinishStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const versions = shot?.finishes ?? [];
  const finish = versions.find(({ id }) => id === chosenId) ?? versions[0] ?? null;
  const state = useFinish(shotId, finish);
  const { begin } = useVersions(shotId, setChosenId);
  const results = shot?.stacks.filter(({ stack }) => stack.resultHash) ?? [];
  if (!shot) return <Box flex="1" />;
  if (state)
    return (
      <FinishWork
        key={state.finish.id}
        shotId={shotId}
        state={state}
        stacks={shot.stacks}
        versions={versions}
        onVersion={setChosenId}
      />
    );
  const [newest] = results;
  if (!newest)
    return (
      <Quiet
        title="Nothing to finish yet."
        action={{ name: "Fuse frames at Stack", href: `/outings/${outingId}/shots/${shotId}/stack` }}
      >
        Once frames are fused, their light is finished here: each light of the picture on one scale.
      </Quiet>
    );
  return (
    <Quiet title="Nothing finished yet.">
      The newest result is ready: its lights are found and laid on one scale.
      <Action
        look="main"
        mt="12px"
        onClick={() => begin.mutate({ source: { stackId: newest.stack.id }, name: "Version 1", line: "" })}
      >
        Finish the newest result
      </Action>
    </Quiet>
  );
}
