"use client";

import { useRouter } from "next/navigation";
import type { ShotReply } from "@/contracts/replies";
import type { CaptureCamera } from "@/core/capture";
import { clock, clockSeconds, clockSpan } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { onKeys } from "@/ui/keys";
import { ON_SKY } from "@/ui/theme/inPage";
import { ShutterBars } from "./ShutterBars";
import { useBlock } from "./useBlock";

const SECOND_MS = 1000;
const MINUTE_MS = 60 * SECOND_MS;
const GRIP_PX = 9;
const NAMED_PX = 60;
const CHAR_PX = 6.4;
/** What is shown around a block that is zoomed to, as a share of it. */
const MARGIN = 0.2;

export interface ShotBlockProps {
  readonly night: Night;
  readonly shot: ShotReply;
  readonly chosen: boolean;
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly height: number;
  readonly large: boolean;
  readonly camera: CaptureCamera | undefined;
  readonly onShow: (from: number, to: number) => void;
}

/** One shot on the ribbon: drag it to move it, drag its right edge to stretch it, or use the keys. */
export function ShotBlock({ night, shot, chosen, domain, width, height, large, camera, onShow }: ShotBlockProps) {
  const router = useRouter();
  const [from, to] = domain;
  const msPerPx = (to - from) / width;
  const { span, dragged, body, grip, moveBy, stretchBy, remove } = useBlock(shot, night, msPerPx);
  const { zone } = night.site;
  const { beginMs, endMs } = span;
  if (endMs < from || beginMs > to) return null;
  const top = large ? 46 : Math.max(4, height - 15 - 26);
  const tall = large ? 30 : 20;
  const left = (beginMs - from) / msPerPx;
  const wide = Math.max(3, (endMs - from) / msPerPx - left);
  const named = large ? wide > NAMED_PX || chosen : wide > shot.name.length * CHAR_PX + 10;
  const lit = chosen && wide > NAMED_PX;
  const zoomTo = () => onShow(beginMs - (endMs - beginMs) * MARGIN, endMs + (endMs - beginMs) * MARGIN);
  const keys = onKeys({
    ArrowLeft: () => moveBy(-MINUTE_MS),
    ArrowRight: () => moveBy(MINUTE_MS),
    ArrowUp: () => stretchBy(MINUTE_MS),
    ArrowDown: () => stretchBy(-MINUTE_MS),
    "Shift+ArrowLeft": () => moveBy(-10 * MINUTE_MS),
    "Shift+ArrowRight": () => moveBy(10 * MINUTE_MS),
    "Shift+ArrowUp": () => stretchBy(10 * MINUTE_MS),
    "Shift+ArrowDown": () => stretchBy(-10 * MINUTE_MS),
    ",": () => moveBy(-10 * SECOND_MS),
    ".": () => moveBy(10 * SECOND_MS),
    Enter: () => router.push(`/outings/${shot.outingId}/shots/${shot.id}/run`),
    z: zoomTo,
    Delete: remove,
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside of a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={`${shot.name}, ${clockSpan(beginMs, endMs, zone)}. Arrow keys move and stretch it, Enter opens it, Delete takes it off.`}
      onKeyDown={keys}
      style={{ cursor: "grab" }}
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the group around it has role, focus and keys */}
      <rect
        ref={body}
        x={left}
        y={top}
        width={wide}
        height={tall}
        fill={chosen ? ON_SKY.lamp : ON_SKY.shade}
        fillOpacity={chosen ? 0.9 : 0.72}
        stroke={chosen ? ON_SKY.shade : ON_SKY.paper}
        strokeWidth={1.2}
        onDoubleClick={zoomTo}
      />
      <ShutterBars shot={shot} beginMs={beginMs} domain={domain} msPerPx={msPerPx} y={top + tall - 7} camera={camera} />
      <rect
        ref={grip}
        x={left + wide - 2}
        y={top - 2}
        width={GRIP_PX}
        height={tall + 4}
        fill="transparent"
        style={{ cursor: "ew-resize" }}
      />
      <text
        x={Math.max(3, left + (wide > NAMED_PX ? 5 : 0))}
        y={wide > NAMED_PX || !large ? top + 13 : top - 5}
        pointerEvents="none"
        fill={lit ? ON_SKY.shade : ON_SKY.paper}
        stroke={lit ? "none" : ON_SKY.halo}
        strokeWidth={2.5}
        style={{ paintOrder: "stroke" }}
      >
        {dragged ? `${clockSeconds(beginMs, zone)} – ${clockSeconds(endMs, zone)}` : named ? shot.name : ""}
      </text>
      <title>{`${shot.name}, ${clock(beginMs, zone)}`}</title>
    </g>
  );
}
