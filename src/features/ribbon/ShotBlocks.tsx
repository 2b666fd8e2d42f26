"use client";

import { useRouter } from "next/navigation";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import { type CaptureCamera, planCapture, plannedFrames, SOME_TIME } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { clock, clockSeconds, clockSpan } from "@/features/night/clock";
import type { Night } from "@/features/night/NightContext";
import { ON_SKY } from "@/ui/theme/skyScale";
import { useShotMoves } from "./useShotMoves";

interface ShotBlocksProps {
  readonly night: Night;
  readonly shotId: string;
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly height: number;
  readonly large: boolean;
  readonly cameraOf: (shot: ShotReply) => CaptureCamera | undefined;
  readonly onShow: (from: number, to: number) => void;
}

interface Drag {
  readonly id: string;
  readonly grip: "move" | "end";
  readonly startX: number;
  readonly beginMs: number;
  readonly endMs: number;
}

const MINUTE_MS = 60_000;
const SNAP_PX = 7;
const GRIP_PX = 9;
const LEAST_MS = 10_000;
const MOST_BARS = 400;
const NAMED_PX = 60;
const CHAR_PX = 6.4;

/** Moves an edge onto the nearest window edge when one is close enough on the screen. */
function snapped(atMs: number, edges: readonly number[], msPerPx: number): number {
  let best = atMs;
  let least = SNAP_PX * msPerPx;
  for (const edge of edges) {
    if (Math.abs(edge - atMs) < least) {
      least = Math.abs(edge - atMs);
      best = edge;
    }
  }
  return best;
}

/** The shots of the night as blocks: drag to move, drag the right edge to stretch, or use the keys. */
export function ShotBlocks({ night, shotId, domain, width, height, large, cameraOf, onShow }: ShotBlocksProps) {
  const { shots, site, beginMs, endMs, windows } = night;
  const router = useRouter();
  const outingId = shots[0]?.outingId ?? "";
  const move = useShotMoves(outingId);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [from, to] = domain;
  const msPerPx = (to - from) / width;
  const x = (atMs: number) => (atMs - from) / msPerPx;
  const edges = windows.flatMap((window) => [window.beginMs, window.endMs]);
  const top = large ? 46 : Math.max(4, height - 15 - 26);
  const tall = large ? 30 : 20;

  const commit = (shot: ShotReply, begin: number, end: number) => {
    const held = Math.max(beginMs, Math.min(endMs - LEAST_MS, begin));
    const minutes = Math.max(LEAST_MS, end - begin) / MINUTE_MS;
    const change = { beginsAt: new Date(Math.round(held)).toISOString(), minutes: Math.round(minutes * 1000) / 1000 };
    void move(shot, change, `${shot.name}: ${clockSpan(held, held + minutes * MINUTE_MS, site.zone)}.`);
  };
  const onPointerDown = (event: PointerEvent<SVGElement>, shot: ShotReply, grip: Drag["grip"]) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const begin = Date.parse(shot.beginsAt!);
    setDrag({ id: shot.id, grip, startX: event.clientX, beginMs: begin, endMs: begin + shot.minutes * MINUTE_MS });
  };
  const onPointerMove = (event: PointerEvent, shot: ShotReply) => {
    if (drag?.id !== shot.id) return;
    event.stopPropagation();
    const begin = Date.parse(shot.beginsAt!);
    const end = begin + shot.minutes * MINUTE_MS;
    const moved = (event.clientX - drag.startX) * msPerPx;
    if (drag.grip === "end") {
      const next = snapped(end + moved, edges, msPerPx);
      setDrag({ ...drag, endMs: Math.max(begin + LEAST_MS, next) });
      return;
    }
    const byBegin = snapped(begin + moved, edges, msPerPx);
    const byEnd = snapped(end + moved, edges, msPerPx) - (end - begin);
    const next = byBegin !== begin + moved ? byBegin : byEnd;
    const held = Math.max(beginMs, Math.min(endMs - (end - begin), next));
    setDrag({ ...drag, beginMs: held, endMs: held + (end - begin) });
  };
  const onPointerUp = (shot: ShotReply) => {
    if (drag?.id !== shot.id) return;
    const begin = Date.parse(shot.beginsAt!);
    if (drag.beginMs !== begin || drag.endMs !== begin + shot.minutes * MINUTE_MS)
      commit(shot, drag.beginMs, drag.endMs);
    setDrag(null);
  };
  const onKeyDown = (event: KeyboardEvent, shot: ShotReply) => {
    const begin = Date.parse(shot.beginsAt!);
    const end = begin + shot.minutes * MINUTE_MS;
    const step = event.altKey ? 10_000 : (event.shiftKey ? 10 : 1) * MINUTE_MS;
    switch (event.key) {
      case "ArrowLeft":
        commit(shot, begin - step, end - step);
        break;
      case "ArrowRight":
        commit(shot, begin + step, end + step);
        break;
      case "ArrowUp":
        commit(shot, begin, end + step);
        break;
      case "ArrowDown":
        commit(shot, begin, Math.max(begin + LEAST_MS, end - step));
        break;
      case "Enter":
        router.push(`/outings/${outingId}/shots/${shot.id}/run`);
        break;
      case "z":
        onShow(begin - (end - begin) * 0.2, end + (end - begin) * 0.2);
        break;
      case "Delete":
        void move(shot, { beginsAt: null }, `${shot.name} is off the night.`);
        break;
      default:
        return;
    }
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <g>
      {shots.map((shot) => {
        if (shot.beginsAt === null) return null;
        const live = drag?.id === shot.id ? drag : null;
        const begin = live?.beginMs ?? Date.parse(shot.beginsAt);
        const end = live?.endMs ?? begin + shot.minutes * MINUTE_MS;
        if (end < from || begin > to) return null;
        const left = x(begin);
        const wide = Math.max(3, x(end) - left);
        const chosen = shot.id === shotId;
        const named = large ? wide > NAMED_PX || chosen : wide > shot.name.length * CHAR_PX + 10;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside of a drawing
          <g
            key={shot.id}
            role="button"
            tabIndex={0}
            aria-label={`${shot.name}, ${clockSpan(begin, end, site.zone)}. Arrow keys move and stretch it, Enter opens it, Delete takes it off.`}
            onKeyDown={(event) => onKeyDown(event, shot)}
            style={{ cursor: "grab" }}
          >
            {/* biome-ignore lint/a11y/noStaticElementInteractions: the group around it has role, focus and keys */}
            <rect
              x={left}
              y={top}
              width={wide}
              height={tall}
              fill={chosen ? ON_SKY.lamp : ON_SKY.shade}
              fillOpacity={chosen ? 0.9 : 0.72}
              stroke={chosen ? ON_SKY.shade : ON_SKY.paper}
              strokeWidth={1.2}
              onPointerDown={(event) => onPointerDown(event, shot, "move")}
              onPointerMove={(event) => onPointerMove(event, shot)}
              onPointerUp={() => onPointerUp(shot)}
              onDoubleClick={() => onShow(begin - (end - begin) * 0.2, end + (end - begin) * 0.2)}
            />
            <ShutterBars
              shot={shot}
              beginMs={begin}
              domain={domain}
              msPerPx={msPerPx}
              y={top + tall - 7}
              camera={cameraOf(shot)}
            />
            <rect
              x={left + wide - 2}
              y={top - 2}
              width={GRIP_PX}
              height={tall + 4}
              fill="transparent"
              style={{ cursor: "ew-resize" }}
              onPointerDown={(event) => onPointerDown(event, shot, "end")}
              onPointerMove={(event) => onPointerMove(event, shot)}
              onPointerUp={() => onPointerUp(shot)}
            />
            <text
              x={Math.max(3, left + (wide > NAMED_PX ? 5 : 0))}
              y={wide > NAMED_PX || !large ? top + 13 : top - 5}
              pointerEvents="none"
              fill={chosen && wide > NAMED_PX ? ON_SKY.shade : ON_SKY.paper}
              stroke={chosen && wide > NAMED_PX ? "none" : "#000b"}
              strokeWidth={2.5}
              style={{ paintOrder: "stroke" }}
            >
              {live ? `${clockSeconds(begin, site.zone)} – ${clockSeconds(end, site.zone)}` : named ? shot.name : ""}
            </text>
            <title>{`${shot.name}, ${clock(begin, site.zone)}`}</title>
          </g>
        );
      })}
    </g>
  );
}

interface ShutterBarsProps {
  readonly shot: ShotReply;
  readonly beginMs: number;
  readonly domain: readonly [number, number];
  readonly msPerPx: number;
  readonly y: number;
  readonly camera: CaptureCamera | undefined;
}

/** Each frame's open shutter, once the zoom is close enough to tell them apart. */
function ShutterBars({ shot, beginMs, domain, msPerPx, y, camera }: ShutterBarsProps) {
  const { recipe } = parseRecipe(shot.recipeLine);
  const [from, to] = domain;
  const period = recipe.sequence?.periodSeconds ?? recipe.sequence?.shutterSeconds ?? 0;
  const plan = camera && planCapture(recipe, camera, SOME_TIME);
  if (!plan || (period * 1000) / msPerPx < 2) return null;
  const bars = plannedFrames(plan)
    .filter(
      ({ opensSeconds, closesSeconds }) => beginMs + closesSeconds * 1000 > from && beginMs + opensSeconds * 1000 < to,
    )
    .slice(0, MOST_BARS);
  return (
    <g pointerEvents="none">
      {bars.map(({ index, opensSeconds, closesSeconds }) => (
        <rect
          key={index}
          x={(beginMs + opensSeconds * 1000 - from) / msPerPx}
          width={Math.max(1, ((closesSeconds - opensSeconds) * 1000) / msPerPx)}
          y={y}
          height={5}
          fill={ON_SKY.paper}
        />
      ))}
    </g>
  );
}
