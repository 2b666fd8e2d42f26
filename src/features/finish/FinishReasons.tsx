"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Brush, Pipette, Plus, Trash2 } from "lucide-react";
import { DateTime } from "luxon";
import type { FinishReply } from "@/contracts/replies";
import {
  FINISH_LIGHTS,
  type FinishLightId,
  LIGHT_VALUES,
  type LightMove,
  type Look,
  onSteps,
  PAINTABLE_LIGHT_IDS,
} from "@/core/finish";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import type { Developed } from "@/workers/developedUnder";
import type { FinishMove, OpenedToFinish } from "@/workers/finish.worker";
import { GiveLook } from "./GiveLook";
import { type LightBar, LightBars } from "./LightBars";
import { LightPanel } from "./LightPanel";
import { LooksPanel } from "./LooksPanel";
import { TakeAway } from "./TakeAway";
import type { Finishing } from "./useFinish";
import { WholePanel } from "./WholePanel";

interface FinishReasonsProps {
  readonly state: Finishing;
  readonly versions: readonly FinishReply[];
  /** Other versions of the same picture, and the one that it is compared with. */
  readonly rivals: readonly FinishReply[];
  readonly rival: FinishReply | null;
  readonly onRival: (id: string | null) => void;
  /** Paints where a light is; null where the picture cannot be painted on. */
  readonly onPaint: ((id: FinishLightId) => void) | null;
  /** Other results of the shot, which may have the same look. */
  readonly opened: OpenedToFinish | null;
  readonly developed: Developed | null;
  readonly chosen: FinishLightId | null;
  readonly pointed: FinishLightId | null;
  readonly isPicking: boolean;
  readonly onChoose: (id: FinishLightId) => void;
  readonly onPoint: (id: FinishLightId | null) => void;
  readonly onPick: () => void;
  readonly onMove: (move: FinishMove) => void;
  readonly onVersion: (id: string) => void;
  readonly onBegin: () => void;
  readonly onDelete: () => void;
}

/** What a light has that nobody moves. */
const AT_REST: Readonly<Record<keyof LightMove, number | undefined>> = {
  stops: 0,
  range: 1,
  colour: 0,
  kelvin: undefined,
  size: 0,
  round: 0,
  recolour: 0,
};

/** A look with another move of a light, on the line's own steps; one that moves nothing is not named. */
function withMove(look: Look, id: FinishLightId, move: LightMove): Look {
  const { [id]: _, ...lights } = look.lights;
  const kept = (Object.keys(AT_REST) as (keyof LightMove)[]).flatMap((key) => {
    const value = move[key];
    if (value === undefined) return [];
    const stepped = typeof value === "number" ? onSteps(value, LIGHT_VALUES[key]) : value;
    return stepped === AT_REST[key] ? [] : [[key, stepped] as const];
  });
  return { ...look, lights: kept.length > 0 ? { ...lights, [id]: Object.fromEntries(kept) } : lights };
}

/** The lights of the picture as they were found, and as they are. */
function barsOf(look: Look, opened: OpenedToFinish | null, developed: Developed | null): LightBar[] {
  return (opened?.lights ?? []).map((was, index) => ({
    id: was.id,
    move: look.lights[was.id] ?? {},
    was,
    is: developed?.lights[index] ?? was,
  }));
}

/** Which version of the picture is worked on, others to begin or delete, and which one it is compared with. */
function Versions(props: FinishReasonsProps) {
  const { versions } = props;
  const { finish } = props.state;
  return (
    <>
      <Flex gap="6px" align="center" pb="6px">
        <Choose
          size="sm"
          label="Version"
          value={finish.id}
          options={versions.map(({ id, name, createdAt }) => ({
            value: id,
            name: `${name}, ${DateTime.fromISO(createdAt).toFormat("d LLL HH:mm")}`,
          }))}
          onChoose={props.onVersion}
          maxWidth="210px"
        />
        <Action
          look="text"
          px="8px"
          title="Another version, which begins as this one is"
          aria-label="Another version"
          onClick={props.onBegin}
        >
          <Plus size={16} />
        </Action>
        <Action
          look="text"
          px="8px"
          title="Delete this version"
          aria-label="Delete this version"
          onClick={props.onDelete}
        >
          <Trash2 size={16} />
        </Action>
      </Flex>
      {props.rivals.length > 0 && (
        <Flex align="center" gap="8px" pb="6px" fontSize="note" color="ash">
          Beside
          <Choose
            size="xs"
            label="Compared with"
            value={props.rival?.id ?? ""}
            placeholder="as it was before"
            options={props.rivals.map(({ id, name }) => ({ value: id, name }))}
            onChoose={props.onRival}
          />
        </Flex>
      )}
    </>
  );
}

/** Lights that may be painted where they were found wrong, or not at all. */
function PaintChoice({
  painted,
  onPaint,
}: {
  readonly painted: FinishReply["painted"];
  readonly onPaint: (id: FinishLightId) => void;
}) {
  return (
    <Flex align="center" gap="8px" py="4px" fontSize="note" color="ash">
      <Brush size={14} />
      <Choose
        size="xs"
        label="Paint a light"
        value=""
        placeholder="Paint a light where it is…"
        maxWidth="220px"
        options={PAINTABLE_LIGHT_IDS.map((id) => ({
          value: id,
          name: painted[id]?.length ? `${FINISH_LIGHTS[id].name}, painted` : FINISH_LIGHTS[id].name,
        }))}
        onChoose={onPaint}
      />
    </Flex>
  );
}

/** The light scale, the numbers of a light, what can be done to the whole, looks, and ways to take the picture away. */
export function FinishReasons(props: FinishReasonsProps) {
  const { state, opened, developed, chosen, pointed, isPicking } = props;
  const { look, finish } = state;
  const bars = barsOf(look, opened, developed);
  const bar = bars.find(({ id }) => id === chosen) ?? null;
  const move = (id: FinishLightId, next: LightMove) => withMove(look, id, next);
  return (
    <Box>
      <Versions {...props} />
      {opened && (
        <LightBars
          bars={bars}
          noiseFloor={opened.noiseFloor}
          histogram={developed?.histogram ?? []}
          chosen={chosen}
          pointed={pointed}
          onChoose={props.onChoose}
          onPoint={props.onPoint}
          onDraft={(id, next) => state.draft(move(id, next))}
          onKeep={(id, next) => state.keep(move(id, next))}
        />
      )}
      {opened && bar && (
        <LightPanel
          bar={bar}
          noiseFloor={opened.noiseFloor}
          noise={opened.noise}
          onDraft={(next) => state.draft(move(bar.id, next))}
          onKeep={(next) => state.keep(move(bar.id, next))}
        />
      )}
      {opened && props.onPaint && <PaintChoice painted={finish.painted} onPaint={props.onPaint} />}
      {opened && !bar && (
        <Box fontSize="note" color="ash" pb="6px">
          Drag a bar up or down to raise or lower that light, its end to open its range, sideways for its colour.
        </Box>
      )}
      <Flex gap="6px" wrap="wrap" py="6px">
        <Action px="8px" fontSize="note" minH="32px" onClick={() => props.onMove("touch")}>
          Until highlights touch white
        </Action>
        <Action px="8px" fontSize="note" minH="32px" onClick={() => props.onMove("hold")}>
          Darkest that holds the shadows
        </Action>
        <Action
          px="8px"
          fontSize="note"
          minH="32px"
          aria-pressed={isPicking}
          color={isPicking ? "lamp" : undefined}
          onClick={props.onPick}
        >
          <Pipette size={14} /> Grey from a place
        </Action>
      </Flex>
      <WholePanel look={look} onDraft={state.draft} onKeep={state.keep} />
      <LooksPanel look={look} line={state.line} onDraft={state.draft} onKeep={state.keep} />
      <GiveLook name={finish.name} line={state.line} stackId={finish.stackId} />
      <TakeAway finishId={finish.id} size={developed?.whole ?? null} of={opened} />
    </Box>
  );
}
