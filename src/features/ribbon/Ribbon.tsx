"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from "react";
import { plain } from "@/core/words";
import { useCameraOf } from "@/features/api/queries";
import { clock, clockSeconds } from "@/features/night/clock";
import {
  type Night,
  useNightCursor,
  useNightDomain,
  useNightHeld,
  useNightPointer,
} from "@/features/night/NightContext";
import { Action } from "@/ui/Action";
import { ON_SKY } from "@/ui/theme/skyScale";
import { useSize } from "@/ui/useSize";
import { clampTo } from "./geometry";
import { LANES } from "./lanes";
import { MiniMap } from "./MiniMap";
import { RibbonDrawing } from "./RibbonDrawing";
import { ShotBlocks } from "./ShotBlocks";
import { useTimeZoom } from "./useTimeZoom";

const MINUTE_MS = 60_000;
const SMALL_HEIGHT = 90;
const TIP_WIDTH = 260;
/** A click this close to the held instant lets go of it. */
const LET_GO_PX = 7;

interface RibbonProps {
  readonly night: Night;
  readonly shotId: string;
  /** The Night station's tall form, with lanes. */
  readonly large: boolean;
}

/** The night as one band: light, lanes, windows, shots, and whatever instant one points at. */
export function Ribbon({ night, shotId, large }: RibbonProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [now, setNow] = useState<number | null>(null);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const ground = useRef<SVGRectElement>(null);
  const domain = useNightDomain();
  const cursorMs = useNightCursor();
  const heldMs = useNightHeld();
  const { setDomain, setCursorMs, holdMs } = useNightPointer();
  const cameraOf = useCameraOf();
  const { beginMs, endMs, site, plan } = night;
  const show = useTimeZoom(ground, width, { beginMs, endMs, domain, setDomain });
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS);
    return () => clearInterval(timer);
  }, []);
  const lanes = useMemo(
    () =>
      LANES.filter(
        ({ id }) => !hidden.has(id) && (id !== "tide" || site.tidal) && (id !== "traffic" || site.road !== "none"),
      ),
    [hidden, site.tidal, site.road],
  );
  const [from, to] = domain;
  const length = to - from;
  const zoomed = length < endMs - beginMs - 1;

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const middle = cursorMs ?? heldMs ?? (from + to) / 2;
    const step = event.shiftKey ? length / 10 : Math.max(100, length / 288);
    switch (event.key) {
      case "ArrowRight":
        moveCursor(middle + step);
        break;
      case "ArrowLeft":
        moveCursor(middle - step);
        break;
      case "+":
      case "=":
        show(middle - length / 4, middle + length / 4);
        break;
      case "-":
        show(middle - length, middle + length);
        break;
      case "PageUp":
        show(from - length / 2, to - length / 2);
        break;
      case "PageDown":
        show(from + length / 2, to + length / 2);
        break;
      case "Home":
        show(beginMs, endMs);
        break;
      case "Enter":
        holdMs(cursorMs);
        break;
      case "Escape":
        setCursorMs(null);
        holdMs(null);
        break;
      default:
        return;
    }
    event.preventDefault();
    event.stopPropagation();
  };
  const atPointer = (clientX: number) => {
    const left = ground.current?.getBoundingClientRect().left ?? 0;
    return clampTo(from + ((clientX - left) / width) * length, beginMs, endMs);
  };
  const moveCursor = (atMs: number) => {
    const at = clampTo(atMs, beginMs, endMs);
    setCursorMs(at);
    if (at < from || at > to) show(at - length / 2, at + length / 2);
  };

  const moment = cursorMs === null ? null : plan.momentAt(clampTo(cursorMs, beginMs, endMs));
  const heldX = heldMs === null ? null : ((heldMs - from) / length) * width;
  const cursorX = cursorMs === null ? null : ((cursorMs - from) / length) * width;
  const readout = moment && `${clockSeconds(moment.atMs, site.zone)}, sky EV ${plain(moment.skyEv)}`;
  return (
    <Box
      ref={ref}
      position="relative"
      height={{ base: large ? "250px" : "64px", md: large ? "300px" : "104px" }}
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
        onKeyDown={onKeyDown}
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
          <ShotBlocks
            night={night}
            shotId={shotId}
            domain={domain}
            width={width}
            height={height}
            large={large}
            cameraOf={({ camera }) => cameraOf(camera)}
            onShow={show}
          />
          {heldX !== null && (
            <g pointerEvents="none" color={ON_SKY.lamp}>
              <line x1={heldX} x2={heldX} y1={0} y2={height} stroke="currentColor" strokeWidth={1.6} />
              <path d={`M ${heldX - 6} 0 h 12 l -6 8 z`} fill="currentColor" />
            </g>
          )}
          {cursorX !== null && (
            <line
              x1={cursorX}
              x2={cursorX}
              y1={0}
              y2={height}
              stroke={ON_SKY.paper}
              opacity={0.8}
              pointerEvents="none"
            />
          )}
        </svg>
      )}
      {zoomed && width > 0 && <MiniMap night={night} domain={domain} width={width} onShow={show} />}
      {moment && cursorX !== null && !large && (
        <Box
          position="absolute"
          top="6px"
          left={`${cursorX > width - TIP_WIDTH ? cursorX - TIP_WIDTH : cursorX + 10}px`}
          width={`${TIP_WIDTH - 12}px`}
          bg="slate"
          color="bone"
          borderWidth="1px"
          borderColor="line"
          px="8px"
          py="3px"
          fontSize="label"
          lineHeight="1.35"
          pointerEvents="none"
          zIndex={3}
        >
          <Box fontFamily="mono">{readout}</Box>
          {LANES.filter(({ id }) => ["moon", "traffic", "cloud"].includes(id)).map(({ id, name, read }) => (
            <Box key={id} color="ash">{`${name} ${read(moment)}`}</Box>
          ))}
        </Box>
      )}
      {large && (
        <Flex
          position="absolute"
          left="8px"
          top="22px"
          gap="2px"
          direction="column"
          display={{ base: "none", md: "flex" }}
        >
          {LANES.filter(({ id }) => (id !== "tide" || site.tidal) && (id !== "traffic" || site.road !== "none")).map(
            ({ id, name, colour }) => (
              <Action
                look="text"
                key={id}
                aria-pressed={!hidden.has(id)}
                aria-label={`Lane ${name}`}
                title={hidden.has(id) ? `Show ${name}` : `Hide ${name}`}
                fontSize="label"
                lineHeight="1.35"
                minHeight="24px"
                textAlign="left"
                px="5px"
                borderRadius="2px"
                bg="rgb(8 9 14 / 0.5)"
                color={hidden.has(id) ? "#9B978D" : colour}
                textDecoration={hidden.has(id) ? "line-through" : "none"}
                onClick={() =>
                  setHidden((before) => {
                    const after = new Set(before);
                    if (!after.delete(id)) after.add(id);
                    return after;
                  })
                }
              >
                {name}
              </Action>
            ),
          )}
        </Flex>
      )}
    </Box>
  );
}
