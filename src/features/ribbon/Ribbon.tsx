"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useRef, useState } from "react";
import type { RunReply } from "@/contracts/replies";
import { plain } from "@/core/words";
import { useCameraOf } from "@/features/api/queries";
import { clock, clockSeconds } from "@/features/nightPlan/clock";
import { type Night, useNightDomain, useNightPointer } from "@/features/nightPlan/NightContext";
import { ON_SKY } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";
import { clampTo } from "./geometry";
import { LaneMenu } from "./LaneMenu";
import { LANES } from "./lanes";
import { MiniMap } from "./MiniMap";
import { RibbonDrawing } from "./RibbonDrawing";
import { RibbonTip } from "./RibbonTip";
import { RunBars } from "./RunBars";
import { ShotBlock } from "./ShotBlock";
import { useMinute } from "./useMinute";
import { useRibbonCursor } from "./useRibbonCursor";
import { useTimeZoom } from "./useTimeZoom";

const SMALL_HEIGHT = 90;
/** A click this close to the held instant lets go of it. */
const LET_GO_PX = 7;

/** How tall the ribbon stands: at Night, and everywhere else. */
export const RIBBON_HEIGHTS = {
  large: { base: "250px", md: "300px" },
  small: { base: "64px", md: "104px" },
} as const;

export interface RibbonProps {
  readonly night: Night;
  readonly shotId: string;
  /** The Night station's tall form, with lanes. */
  readonly large: boolean;
  /** A run of the shot that goes on; null while there is none. */
  readonly running: RunReply | null;
}

interface TakenTimesProps extends RibbonProps {
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly height: number;
  readonly onShow: (from: number, to: number) => void;
}

/** The outing's shots, and the run that goes on. */
function TakenTimes({ night, shotId, running, domain, width, height, large, onShow }: TakenTimesProps) {
  const cameraOf = useCameraOf();
  const { beginMs, endMs } = night;
  return (
    <>
      {night.shots.map(
        (shot) =>
          shot.beginsAt !== null && (
            <ShotBlock
              key={shot.id}
              night={night}
              shot={shot}
              chosen={shot.id === shotId}
              domain={domain}
              width={width}
              height={height}
              large={large}
              camera={cameraOf(shot.camera)}
              onShow={onShow}
            />
          ),
      )}
      {running && (
        <RunBars
          running={running}
          camera={cameraOf(night.shots.find(({ id }) => id === shotId)?.camera ?? null)}
          domain={domain}
          width={width}
          beginMs={beginMs}
          endMs={endMs}
          onShow={onShow}
        />
      )}
    </>
  );
}

interface CursorLinesProps {
  readonly heldX: number | null;
  readonly cursorX: number | null;
  readonly height: number;
}

/** The instant that is held, and the one that is pointed at. */
function CursorLines({ heldX, cursorX, height }: CursorLinesProps) {
  return (
    <>
      {heldX !== null && (
        <g pointerEvents="none" color={ON_SKY.lamp}>
          <line x1={heldX} x2={heldX} y1={0} y2={height} stroke="currentColor" strokeWidth={1.6} />
          <path d={`M ${heldX - 6} 0 h 12 l -6 8 z`} fill="currentColor" />
        </g>
      )}
      {cursorX !== null && (
        <line x1={cursorX} x2={cursorX} y1={0} y2={height} stroke={ON_SKY.paper} opacity={0.8} pointerEvents="none" />
      )}
    </>
  );
}

/** The night as one band: light, lanes, windows, shots, and whatever instant one points at. */
export function Ribbon({ night, shotId, large, running }: RibbonProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const now = useMinute();
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const ground = useRef<SVGRectElement>(null);
  const domain = useNightDomain();
  const { setDomain } = useNightPointer();
  const { beginMs, endMs, site, plan } = night;
  const show = useTimeZoom(ground, width, { beginMs, endMs, domain, setDomain });
  const possible = useMemo(
    () => LANES.filter(({ id }) => (id !== "tide" || site.tidal) && (id !== "traffic" || site.road !== "none")),
    [site.tidal, site.road],
  );
  const lanes = useMemo(() => possible.filter(({ id }) => !hidden.has(id)), [possible, hidden]);
  const [from, to] = domain;
  const length = to - from;
  const zoomed = length < endMs - beginMs - 1;

  const { cursorMs, heldMs, atPointer, keys, setCursorMs, holdMs } = useRibbonCursor(night, ground, width, show);
  const moment = cursorMs === null ? null : plan.momentAt(clampTo(cursorMs, beginMs, endMs));
  const heldX = heldMs === null ? null : ((heldMs - from) / length) * width;
  const cursorX = cursorMs === null ? null : ((cursorMs - from) / length) * width;
  const readout = moment && `${clockSeconds(moment.atMs, site.zone)}, sky EV ${plain(moment.skyEv)}`;
  return (
    <Box
      ref={ref}
      position="relative"
      height={RIBBON_HEIGHTS[large ? "large" : "small"]}
      flexShrink="0"
      borderBottomWidth="1px"
      borderColor="line"
      overflow="hidden"
      onMouseMove={(event) => setCursorMs(atPointer(event.clientX))}
      onMouseLeave={() => setCursorMs(null)}
    >
      <Box
        position="absolute"
        inset="0"
        pointerEvents="none"
        zIndex={2}
        role="slider"
        tabIndex={0}
        aria-label={`The night from ${clock(beginMs, site.zone)} to ${clock(endMs, site.zone)}: sky brightness, sun and moon. Arrow keys move the cursor, Enter holds it and Escape lets go, plus and minus zoom, Home shows all.`}
        aria-valuemin={beginMs}
        aria-valuemax={endMs}
        aria-valuenow={cursorMs ?? beginMs}
        aria-valuetext={readout ?? "no cursor"}
        onKeyDown={keys}
      />
      {width > 0 && (
        <svg width={width} height={height} style={{ display: "block", touchAction: "none" }} role="presentation">
          <RibbonDrawing
            night={night}
            domain={domain}
            width={width}
            height={height}
            lanes={large ? lanes : []}
            compact={height < SMALL_HEIGHT}
            now={now}
          />
          {/* biome-ignore lint/a11y/noStaticElementInteractions: the slider around it has role, focus and keys */}
          <rect
            ref={ground}
            width={width}
            height={height}
            fill="transparent"
            style={{ cursor: zoomed ? "grab" : "crosshair" }}
            onClick={(event) => {
              const at = atPointer(event.clientX);
              holdMs(heldMs !== null && Math.abs(heldMs - at) < LET_GO_PX * (length / width) ? null : at);
            }}
          />
          <TakenTimes
            night={night}
            shotId={shotId}
            running={running}
            domain={domain}
            width={width}
            height={height}
            large={large}
            onShow={show}
          />
          <CursorLines heldX={heldX} cursorX={cursorX} height={height} />
        </svg>
      )}
      {zoomed && width > 0 && <MiniMap night={night} domain={domain} width={width} onShow={show} />}
      {moment && cursorX !== null && !large && (
        <RibbonTip moment={moment} readout={readout ?? ""} x={cursorX} width={width} />
      )}
      {large && <LaneMenu lanes={possible} hidden={hidden} onHide={setHidden} />}
    </Box>
  );
}
