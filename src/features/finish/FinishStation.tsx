"use client";

import { Box } from "@chakra-ui/react";
import { useCallback, useMemo, useRef, useState } from "react";
import type { FinishReply, StackReply } from "@/contracts/replies";
import {
  type Crop,
  FINISH_LIGHTS,
  type FinishLightId,
  framedLike,
  parseLook,
  printLook,
  TINT_BOUNDS,
} from "@/core/finish";
import { smallUrl } from "@/features/api/pictures";
import { useShot } from "@/features/api/queries";
import { TypedLine } from "@/features/recipe/TypedLine";
import { Action } from "@/ui/Action";
import { notice } from "@/ui/Notice";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { type Finisher, startFinish } from "@/workers/clients";
import type { Developed, FinishMove } from "@/workers/finish.worker";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";
import { BEFORE, FinishPicture } from "./FinishPicture";
import { FinishReasons } from "./FinishReasons";
import { useDeveloped } from "./useDeveloped";
import { type Finishing, useFinish, useVersions } from "./useFinish";

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 2 : 1)} %`;

/** Losses under this share of the picture are nobody's. */
const LEAST_TOLD = 0.0005;

/** What a picture says of itself in a line: what is lost, what is made up, and lights that it has not. */
function saysOf(developed: Developed | null): string {
  if (!developed) return "";
  const { clipped, crushed, gamut, banding, recoloured, missing, whole } = developed;
  return [
    `white ${percent(clipped)}`,
    `black ${percent(crushed)}`,
    ...(gamut > LEAST_TOLD ? [`colours beyond sRGB ${percent(gamut)}`] : []),
    ...(banding > LEAST_TOLD ? [`tones in steps ${percent(banding)}`] : []),
    ...(recoloured > LEAST_TOLD ? [`colour reconstructed ${percent(recoloured)}`] : []),
    ...(whole.hasEmpty ? ["corners are empty"] : []),
    ...(missing.length > 0 ? [`not in this picture: ${missing.join(", ")}`] : []),
  ].join(" · ");
}

/** Where the light is that is pointed at on the scale. */
function useLightPlace(finisher: Finisher, address: string, line: string, id: FinishLightId | null) {
  const ask = useCallback(
    async (asked: { readonly address: string; readonly line: string; readonly id: FinishLightId }) =>
      finisher!.lightAt(asked.address, asked.line, asked.id),
    [finisher],
  );
  const question = useMemo(() => (id ? { address, line, id } : null), [address, line, id]);
  const latest = useLatest(finisher ? ask : null, question);
  return latest && latest.question.id === id ? latest.answer : null;
}

/** Which light the pointer is on in the picture. */
function usePointed(finisher: Finisher, address: string, line: string) {
  const [pointed, setPointed] = useState<FinishLightId | null>(null);
  const busy = useRef(false);
  const point = (at: { readonly x: number; readonly y: number } | null) => {
    if (!at) return setPointed(null);
    if (!finisher || busy.current) return;
    busy.current = true;
    void finisher
      .placeAt(address, line, at.x, at.y)
      .then((place) => setPointed(place?.id ?? null))
      .finally(() => {
        busy.current = false;
      });
  };
  return { pointed, point };
}

/** Presses on the picture, and moves that end where it says. */
function useMoves(
  finisher: Finisher,
  address: string,
  { look, line, keep }: Finishing,
  onChoose: (id: FinishLightId) => void,
) {
  const [isPicking, setIsPicking] = useState(false);
  const press = (at: { readonly x: number; readonly y: number }) => {
    void finisher?.placeAt(address, line, at.x, at.y).then((place) => {
      if (!place) return;
      const { id, looks } = place;
      if (!isPicking) return onChoose(id);
      setIsPicking(false);
      if (!looks) return;
      const tint = Math.max(TINT_BOUNDS.least, Math.min(TINT_BOUNDS.most, Math.round(looks.tint)));
      keep({ ...look, balance: { kelvin: Math.round(looks.kelvin), tint } });
    });
  };
  const move = (which: FinishMove) => {
    void finisher?.exposureFor(address, line, which).then((exposure) => {
      const { exposure: _, ...values } = look.values;
      keep({ ...look, values: exposure === 0 ? values : { ...values, exposure } });
    });
  };
  return { isPicking, pick: () => setIsPicking(!isPicking), press, move };
}

/** All of a picture, corners and all. */
const UNCUT: Crop = { left: 0, top: 0, width: 1, height: 1 };
const MIDDLE = { x: 0.5, y: 0.5 } as const;

/** How the picture is looked at: cut by hand, closely, beside another version of it. */
function useViews({ look, line, keep }: Finishing, rival: FinishReply | null) {
  const [isCropping, setIsCropping] = useState(false);
  const [isClose, setIsClose] = useState(false);
  const [place, setPlace] = useState<{ readonly x: number; readonly y: number }>(MIDDLE);
  const rivalLine = rival ? rival.history.lines[rival.history.at]! : "";
  // Compared pictures are framed alike.
  const otherLine = useMemo(
    () => printLook(framedLike(parseLook(rivalLine).look, parseLook(line).look)),
    [rivalLine, line],
  );
  const shownLine = isCropping ? printLook({ ...look, crop: UNCUT }) : line;
  const cropping = {
    crop: isCropping ? (look.crop ?? UNCUT) : null,
    toggle: () => setIsCropping(!isCropping),
    keep: (crop: Crop) => {
      const { crop: kept } = parseLook(printLook({ ...look, crop })).look;
      keep({ ...look, crop: kept && kept.width * kept.height < 1 ? kept : null });
    },
  };
  return {
    shownLine,
    otherLine,
    cropping,
    centre: isClose && !isCropping ? place : null,
    isClose,
    setIsClose,
    lookAt: setPlace,
  };
}

interface FinishWorkProps {
  readonly shotId: string;
  readonly state: Finishing;
  readonly stacks: readonly StackReply[];
  readonly versions: Parameters<typeof FinishReasons>[0]["versions"];
  readonly onVersion: (id: string | null) => void;
}

/** Begins versions of the picture, deletes them, and gives this one's look to other results. */
function useActions(
  shotId: string,
  { finish, look }: Finishing,
  {
    versions,
    others,
    onVersion,
  }: Pick<FinishWorkProps, "versions" | "onVersion"> & { readonly others: readonly StackReply[] },
) {
  const { begin, give, remove } = useVersions(shotId, onVersion);
  const source = finish.stackId ? { stackId: finish.stackId } : { frameId: finish.frameId ?? "" };
  const said = (text: string) => notice({ tone: "said", text });
  return {
    onVersion,
    onBegin: () => begin.mutate({ source, name: `Version ${versions.length + 1}`, line: printLook(look) }),
    onDelete: () => {
      onVersion(null);
      remove.mutate(finish.id);
    },
    onGive: () =>
      give.mutate(
        { sources: others.map(({ stack }) => ({ stackId: stack.id })), name: finish.name, line: printLook(look) },
        { onSuccess: (made) => said(`${made.length} more pictures have this look: choose them as versions.`) },
      ),
  };
}

function FinishWork({ shotId, state, stacks, versions, onVersion }: FinishWorkProps) {
  const { finish, look, line, problems, keep } = state;
  const finisher = useWorker(startFinish);
  const stack = stacks.find(({ stack }) => stack.id === finish.stackId)?.stack ?? null;
  const hash = stack?.balancedHash ?? stack?.resultHash ?? null;
  // Another picture under the same version is another address.
  const address = `/api/finishes/${finish.id}/light?of=${hash ?? ""}`;
  const [otherId, setOtherId] = useState<string | null>(null);
  const rivals = versions.filter(
    ({ id, stackId, frameId }) => id !== finish.id && stackId === finish.stackId && frameId === finish.frameId,
  );
  const rival = rivals.find(({ id }) => id === otherId) ?? null;
  const { shownLine, otherLine, cropping, centre, isClose, lookAt, setIsClose } = useViews(state, rival);
  const { opened, developed, other, closely } = useDeveloped(finisher, {
    address,
    line: shownLine,
    isDrafted: state.isDrafted && problems.length === 0,
    otherLine,
    centre,
  });
  const [chosen, setChosen] = useState<FinishLightId | null>(null);
  const [barPointed, setBarPointed] = useState<FinishLightId | null>(null);
  const { isPicking, pick, press, move } = useMoves(finisher, address, state, setChosen);
  const { pointed, point } = usePointed(finisher, address, shownLine);
  const light = useLightPlace(finisher, address, shownLine, state.isDrafted ? null : barPointed);
  const others = stacks.filter(({ stack }) => stack.resultHash && stack.id !== finish.stackId);
  const actions = useActions(shotId, state, { versions, others, onVersion });

  return (
    <Station
      mainName="Picture"
      main={
        <>
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
            onPress={(at) => (isClose && !isPicking ? lookAt(at) : press(at))}
            asks={isPicking ? "Press a place that should be grey." : null}
            says={pointed ? FINISH_LIGHTS[pointed].name : saysOf(developed)}
          />
          <TypedLine
            name="Look"
            line={line}
            example="exposure +0.5 | ground +0.7 | sodium colour -35 | sky 4200K | shadows to noise"
            problems={problems}
            onType={state.type}
            onCommit={() => keep(look)}
            onRevert={state.revert}
            undo={null}
          />
        </>
      }
      reasonsName="Lights"
      reasons={
        <FinishReasons
          state={state}
          versions={versions}
          rivals={rivals}
          rival={rival}
          onRival={setOtherId}
          others={others}
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
