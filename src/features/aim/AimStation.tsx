"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { z } from "zod";
import type { ShotAim, ShotScene } from "@/contracts/scene";
import { coverage, crossingSeconds, freezeSeconds } from "@/core/motion";
import {
  blurDiscMm,
  coveredMetres,
  depthOfField,
  equivalentFocalMm,
  fieldOfViewDeg,
  hyperfocalMetres,
  sensorSizeMm,
} from "@/core/optics";
import { effectivePeriodSeconds, parseRecipe, printRecipe, type Recipe, readableDuration } from "@/core/recipe";
import { coreOf, crossings } from "@/core/sky";
import { usualScene } from "@/core/solve";
import { errorText, sendJson } from "@/features/api/client";
import { usePhone, useShot } from "@/features/api/queries";
import { clock } from "@/features/night/clock";
import { useNight, useNightCursor } from "@/features/night/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useNotice } from "@/ui/Notice";
import { Quiet } from "@/ui/Quiet";
import { Readout } from "@/ui/Readout";
import { Station } from "@/ui/Station";
import { minus } from "@/ui/words";
import { FocusScale } from "./FocusScale";
import { PlanView } from "./PlanView";
import { SkyView } from "./SkyView";

const anything = z.unknown();
const START: ShotAim = { azimuthDeg: 180, tiltDeg: 18, rollDeg: 0, crop: "4:3" };
const CROPS = { "4:3": 4 / 3, "3:2": 3 / 2, "16:9": 16 / 9, "1:1": 1 } as const;
const MOVERS = [
  { name: "walker", speedMps: 1.4 },
  { name: "ferry", speedMps: 3 },
  { name: "bicycle", speedMps: 5 },
  { name: "tram", speedMps: 8 },
  { name: "bus", speedMps: 11 },
  { name: "car in town", speedMps: 13 },
] as const;
const SHARP_PX = 2;
const SAVE_AFTER_MS = 350;
const HOUR_MS = 3_600_000;
const QUARTER_MS = 900_000;

/** Pixels that a crop of the sensor keeps. */
function cropped(widthPx: number, heightPx: number, aspect: number): { width: number; height: number; lost: number } {
  const width = Math.min(widthPx, Math.round(heightPx * aspect));
  const height = Math.min(heightPx, Math.round(widthPx / aspect));
  return { width, height, lost: 1 - (width * height) / (widthPx * heightPx) };
}

/** Aim: where the camera looks, what crosses the frame and when to press, and what will be sharp. */
export function AimStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data?.shot;
  const phone = usePhone().data;
  const night = useNight();
  const cursorMs = useNightCursor();
  const client = useQueryClient();
  const notice = useNotice();
  const [draft, setDraft] = useState<string | null>(null);
  const [turnedTo, setTurnedTo] = useState<ShotAim | null>(null);
  const [moving, setMoving] = useState<ShotScene | null>(null);
  const unsaved = useRef<{ aim?: ShotAim; scene?: ShotScene }>({});
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const refresh = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const saveShot = useMutation({
    mutationFn: (change: { readonly aim?: ShotAim; readonly scene?: ShotScene }) =>
      sendJson("PATCH", `/api/shots/${shotId}`, change, anything),
    onSettled: async () => {
      await refresh();
      setMoving(null);
    },
    onError: wrong,
  });
  const saveLine = useMutation({
    mutationFn: (text: string) => sendJson("PUT", `/api/shots/${shotId}/recipe`, { line: text }, anything),
    onSuccess: refresh,
    onError: wrong,
  });
  const aim = turnedTo ?? shot?.aim ?? START;
  const coreTimes = useMemo(() => {
    if (!night) return [];
    const core = coreOf(night.plan.night);
    const away = (atMs: number) => ((core(atMs).azimuthDeg - aim.azimuthDeg + 540) % 360) - 180;
    return crossings(away, { beginMs: night.beginMs, endMs: night.endMs, stepMs: QUARTER_MS })
      .map(({ atMs }) => ({ atMs, altitudeDeg: core(atMs).altitudeDeg, away: Math.abs(away(atMs)) }))
      .filter((each) => each.altitudeDeg > 0 && each.away < 90);
  }, [night, aim.azimuthDeg]);
  if (shot && phone && !night) {
    return (
      <Quiet
        title="No site, no sky."
        action={{ name: "To Expose", href: `/outings/${outingId}/shots/${shotId}/expose` }}
      >
        These are loose files. An outing at a site has a sky to aim at.
      </Quiet>
    );
  }
  if (!shot || !phone || !night) return <Box flex="1" />;

  const line = draft ?? shot.recipeLine;
  const { recipe } = parseRecipe(line);
  const { lens } = phone;
  const { widthMm, heightMm } = sensorSizeMm(lens);
  const crop = cropped(lens.widthPx, lens.heightPx, CROPS[aim.crop]);
  const halfWidth = ((crop.width / lens.widthPx) * widthMm) / 2 / lens.focalLengthMm;
  const atMs = cursorMs ?? (shot.beginsAt ? Date.parse(shot.beginsAt) : night.beginMs + 12 * HOUR_MS);
  const sequence = recipe.sequence;
  const spanSeconds = sequence
    ? (sequence.frames - 1) * effectivePeriodSeconds(sequence, phone) + sequence.shutterSeconds
    : 0;

  const scene: ShotScene = moving ?? shot.scene ?? { ...usualScene(shot.intent), sceneEv: night.site.lampEv };
  const { mover } = scene;
  const cross = mover
    ? crossingSeconds({ focalLengthMm: lens.focalLengthMm, sensorWidthMm: 2 * halfWidth * lens.focalLengthMm }, mover)
    : null;
  const open = sequence ? spanSeconds : 0;

  const focus = recipe.focus?.kind === "distance" ? recipe.focus.metres : Number.POSITIVE_INFINITY;
  const setting = {
    focalLengthMm: lens.focalLengthMm,
    fNumber: lens.fNumber,
    circleOfConfusionMm: (SHARP_PX * lens.pitchUm) / 1000,
  };
  const hyperfocal = hyperfocalMetres(setting);
  const sharp = Number.isFinite(focus)
    ? depthOfField(setting, focus)
    : { nearMetres: hyperfocal, farMetres: Number.POSITIVE_INFINITY };
  const disc = Number.isFinite(focus)
    ? (blurDiscMm(setting, focus, Number.POSITIVE_INFINITY) * 1000) / lens.pitchUm
    : 0;

  // Turning and dragging come in many small steps; what they add up to is saved once the hand rests.
  const saveSoon = (change: { readonly aim?: ShotAim; readonly scene?: ShotScene }) => {
    Object.assign(unsaved.current, change);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const gathered = unsaved.current;
      unsaved.current = {};
      saveShot.mutate(gathered);
    }, SAVE_AFTER_MS);
  };
  const turn = (next: ShotAim) => {
    setTurnedTo(next);
    saveSoon({ aim: next });
  };
  const changeMover = (next: NonNullable<ShotScene["mover"]>) => {
    const changed = { ...scene, mover: next };
    setMoving(changed);
    saveSoon({ scene: changed });
  };
  const setFocus = (metres: number) => {
    const next: Recipe = {
      ...recipe,
      focus: Number.isFinite(metres) ? { kind: "distance", metres } : { kind: "infinity" },
    };
    const text = printRecipe(next);
    setDraft(text);
    saveLine.mutate(text);
  };
  const degrees = (value: number) => `${minus(value.toFixed(0))}°`;
  return (
    <>
      <Station
        mainName="Sky"
        main={
          <Flex direction="column" flex="1" minH="0">
            <SkyView
              night={night.plan.night}
              atMs={Math.max(night.beginMs, Math.min(night.endMs - 1000, atMs))}
              pose={aim}
              halfWidth={halfWidth}
              aspect={crop.height / crop.width}
              spanSeconds={spanSeconds}
              onPose={(pose) => turn({ ...aim, ...pose })}
            />
            <Flex
              align="center"
              gap="16px"
              px="16px"
              py="6px"
              wrap="wrap"
              borderTopWidth="1px"
              borderColor="line"
              fontSize="13px"
            >
              <Box fontFamily="mono">{`${clock(atMs, night.site.zone)}  azimuth ${degrees(aim.azimuthDeg)}  tilt ${degrees(aim.tiltDeg)}`}</Box>
              <Flex asChild align="center" gap="6px">
                <label>
                  <Box as="span" color="ash">
                    roll
                  </Box>
                  <Box asChild width="110px" accentColor="lamp">
                    <input
                      type="range"
                      aria-label="Roll"
                      min={-20}
                      max={20}
                      value={aim.rollDeg}
                      onChange={(event) => turn({ ...aim, rollDeg: Number(event.target.value) })}
                    />
                  </Box>
                  {degrees(aim.rollDeg)}
                </label>
              </Flex>
              <Flex asChild align="center" gap="6px">
                <label>
                  <Box as="span" color="ash">
                    picture
                  </Box>
                  <Box asChild bg="slate" height="28px">
                    <select
                      aria-label="Picture shape"
                      value={aim.crop}
                      onChange={(event) => turn({ ...aim, crop: event.target.value as ShotAim["crop"] })}
                    >
                      {Object.keys(CROPS).map((name) => (
                        <option key={name} value={name} style={{ color: "#16171B" }}>
                          {name}
                        </option>
                      ))}
                    </select>
                  </Box>
                </label>
              </Flex>
              <Box color="ash">{`${crop.width} × ${crop.height}${crop.lost > 0 ? `, ${Math.round(100 * crop.lost)} % of the pixels lost` : ", the whole sensor"}`}</Box>
            </Flex>
          </Flex>
        }
        reasonsName="Path and focus"
        reasons={
          <Box>
            <Readout
              label="Seen across"
              value={`${fieldOfViewDeg(2 * halfWidth * lens.focalLengthMm, lens.focalLengthMm).toFixed(0)}°`}
              because={`${lens.focalLengthMm} mm, like ${equivalentFocalMm(lens).toFixed(0)} mm on a 35 mm frame; ${fieldOfViewDeg(heightMm, lens.focalLengthMm).toFixed(0)}° upright at full size.`}
            />
            <Readout
              label="The core over this azimuth"
              value={
                coreTimes.length > 0
                  ? coreTimes.map((each) => clock(each.atMs, night.site.zone)).join(", ")
                  : "not this night"
              }
              because={
                coreTimes.length > 0
                  ? `At ${coreTimes.map((each) => degrees(each.altitudeDeg)).join(", ")} height. Move along the ribbon to see it.`
                  : "The galactic centre does not pass here above the horizon."
              }
            />
            <Flex justify="space-between" align="center" pt="10px" pb="4px">
              <Box as="h3" fontSize="13px" fontWeight={620}>
                Path from above
              </Box>
              <Box asChild bg="slate" height="26px" fontSize="12.5px">
                <select
                  aria-label="Who moves"
                  value={MOVERS.find(({ speedMps }) => speedMps === mover?.speedMps)?.name ?? ""}
                  onChange={(event) => {
                    const kind = MOVERS.find(({ name }) => name === event.target.value);
                    if (kind)
                      changeMover({
                        ...(mover ?? { distanceM: 20, headingDegFromPerpendicular: 0 }),
                        speedMps: kind.speedMps,
                      });
                  }}
                >
                  <option value="">{mover ? `${mover.speedMps} m/s` : "nobody"}</option>
                  {MOVERS.map(({ name, speedMps }) => (
                    <option key={name} value={name} style={{ color: "#16171B" }}>
                      {`${name}, ${speedMps} m/s`}
                    </option>
                  ))}
                </select>
              </Box>
            </Flex>
            {mover && cross !== null && (
              <>
                <PlanView mover={mover} slope={halfWidth} coverage={coverage(open, cross)} onMover={changeMover} />
                <Readout
                  label="Crosses the frame in"
                  value={Number.isFinite(cross) ? readableDuration(Math.round(cross * 10) / 10) : "never whole"}
                  tone={coverage(open, cross) >= 1 ? "moss" : "coral"}
                  because={
                    Number.isFinite(cross)
                      ? `The line keeps the shutter open for ${readableDuration(Math.round(open * 10) / 10)}: ${Math.round(100 * coverage(open, cross))} % of the way. ${recipe.delaySeconds ? `Press ${readableDuration(recipe.delaySeconds)} before it comes into the frame, for the line waits that long.` : "Press as it comes into the frame."}`
                      : "It leaves the frame on one side only."
                  }
                />
                <Readout
                  label="Frozen to 3 pixels up to"
                  value={readableDuration(
                    1 / Math.max(1, Math.round(1 / freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, 3))),
                  )}
                  because={`${coveredMetres(2 * halfWidth * lens.focalLengthMm, lens.focalLengthMm, mover.distanceM).toFixed(1)} m of its path fit into the frame at ${mover.distanceM} m.`}
                />
              </>
            )}
            <Box as="h3" fontSize="13px" fontWeight={620} pt="10px" pb="4px">
              Focus
            </Box>
            <FocusScale focusMetres={focus} {...sharp} hyperfocalMetres={hyperfocal} onFocus={setFocus} />
            <Box fontSize="12.5px" color="ash">
              {`Sharp from ${sharp.nearMetres.toFixed(1)} m ${Number.isFinite(sharp.farMetres) ? `to ${sharp.farMetres.toFixed(1)} m` : "to infinity"}, to ${SHARP_PX} pixels. Far lamps become discs of ${disc.toFixed(1)} pixels.`}
            </Box>
          </Box>
        }
      />
      <RecipeLine key={shotId} line={line} onSave={(text) => saveLine.mutate(text)} onDraft={setDraft} />
    </>
  );
}
