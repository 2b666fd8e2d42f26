"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useRef, useState } from "react";
import type { ShotAim, ShotScene } from "@/contracts/scene";
import { cropped } from "@/core/camera";
import { openSpanSeconds, planCapture, SOME_TIME } from "@/core/capture";
import { sensorSizeMm } from "@/core/optics";
import { coreOf, crossings } from "@/core/sky";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { clock } from "@/features/night/clock";
import { useNight, useNightCursor, useNightHeld } from "@/features/night/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { changedScene, plannedShotOf, shownScene } from "@/features/shot/planned";
import { type ShotChange, useShotChange } from "@/features/shot/useShotChange";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { Tabs } from "@/ui/Tabs";
import { AimBar } from "./AimBar";
import { FocusReasons } from "./FocusReasons";
import { PathReasons } from "./PathReasons";
import { SkyReasons } from "./SkyReasons";
import { SkyView } from "./SkyView";

const START: ShotAim = {
  azimuthDeg: 180,
  tiltDeg: 18,
  rollDeg: 0,
  crop: "4:3",
  guides: "none",
  constellations: false,
};
const SAVE_AFTER_MS = 350;
/** With the sun higher than this the Milky Way does not show. */
const DARK_SUN_DEG = -12;
const HOUR_MS = 3_600_000;
const QUARTER_MS = 900_000;
/** Showers that bring fewer meteors an hour are not drawn. */
const LEAST_METEORS = 1;

/** Aim: where the camera looks, what crosses the frame and when to press, and what will be sharp. */
export function AimStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const cursorMs = useNightCursor();
  const heldMs = useNightHeld();
  const change = useShotChange(shotId);
  const { savedLine, recipe, type, save, apply } = useShotRecipe(shotId);
  const [turnedTo, setTurnedTo] = useState<ShotAim | null>(null);
  const [moving, setMoving] = useState<ShotScene | null>(null);
  const unsaved = useRef<ShotChange>({});
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const aim = turnedTo ?? shot?.aim ?? START;
  const coreTimes = useMemo(() => {
    if (!night) return [];
    const core = coreOf(night.plan.night);
    const away = (atMs: number) => ((core(atMs).azimuthDeg - aim.azimuthDeg + 540) % 360) - 180;
    return crossings(away, { beginMs: night.beginMs, endMs: night.endMs, stepMs: QUARTER_MS })
      .map(({ atMs }) => ({
        atMs,
        altitudeDeg: core(atMs).altitudeDeg,
        away: Math.abs(away(atMs)),
        byDay: night.plan.momentAt(atMs).sunAltitudeDeg > DARK_SUN_DEG,
      }))
      .filter((each) => each.altitudeDeg > 0 && each.away < 90);
  }, [night, aim.azimuthDeg]);
  if (shot && kit && !night) {
    return (
      <Quiet
        title="No site, no sky."
        action={{ name: "To Expose", href: `/outings/${outingId}/shots/${shotId}/expose` }}
      >
        These are loose files. An outing at a site has a sky to aim at.
      </Quiet>
    );
  }
  if (!shot || !camera || !kit || !night) return <Box flex="1" />;

  const { lens } = camera;
  const crop = cropped(lens, aim.crop);
  const halfWidth = ((crop.width / lens.widthPx) * sensorSizeMm(lens).widthMm) / 2 / lens.focalLengthMm;
  const begins = shot.beginsAt ? Date.parse(shot.beginsAt) : night.beginMs + 12 * HOUR_MS;
  const atMs = Math.max(night.beginMs, Math.min(night.endMs - 1000, cursorMs ?? heldMs ?? begins));
  const plan = planCapture(recipe, camera, SOME_TIME);
  const spanSeconds = plan ? openSpanSeconds(plan) : 0;
  const scene = shownScene(plannedShotOf({ ...shot, aim }, moving ?? shot.scene), night.plan);
  const meteors = night.plan.momentAt(atMs).meteorsPerHour;

  // Turning and dragging come in many small steps; what they add up to is saved once the hand rests.
  const saveSoon = (part: ShotChange) => {
    Object.assign(unsaved.current, part);
    clearTimeout(timer.current);
    timer.current = setTimeout(async () => {
      const gathered = unsaved.current;
      unsaved.current = {};
      await change(gathered);
      setMoving((latest) => (latest === gathered.scene ? null : latest));
    }, SAVE_AFTER_MS);
  };
  const turn = (next: ShotAim) => {
    setTurnedTo(next);
    saveSoon({ aim: next });
  };
  const changeScene = (part: Partial<ShotScene>) => {
    const changed = changedScene(scene, part);
    setMoving(changed);
    saveSoon({ scene: changed });
  };
  return (
    <>
      <Station
        mainName="Sky"
        main={
          <>
            <SkyView
              night={night.plan.night}
              darkSkyMagPerArcsec2={night.site.darkSkyMagPerArcsec2}
              atMs={atMs}
              pose={aim}
              shower={meteors >= LEAST_METEORS ? night.plan.shower : null}
              constellations={aim.constellations}
              guides={aim.guides}
              halfWidth={halfWidth}
              aspect={crop.height / crop.width}
              spanSeconds={spanSeconds}
              mover={scene.mover}
              onPose={(pose) => turn({ ...aim, ...pose })}
            />
            <AimBar
              time={clock(atMs, night.site.zone)}
              aim={aim}
              kit={kit}
              camera={camera}
              onAim={turn}
              onCamera={(choice) => void change({ camera: choice })}
            />
          </>
        }
        reasonsName="Path and focus"
        reasons={
          <Tabs
            label="Path, focus, sky"
            tabs={[
              {
                name: "Path and focus",
                content: (
                  <>
                    <PathReasons
                      mover={scene.mover}
                      camera={camera}
                      halfWidth={halfWidth}
                      plan={plan}
                      onMover={(mover) => changeScene({ mover })}
                    />
                    <FocusReasons
                      lens={lens}
                      focusMetres={recipe.focus?.kind === "distance" ? recipe.focus.metres : Number.POSITIVE_INFINITY}
                      onFocus={(metres) =>
                        apply({
                          ...recipe,
                          focus: Number.isFinite(metres) ? { kind: "distance", metres } : { kind: "infinity" },
                        })
                      }
                    />
                  </>
                ),
              },
              {
                name: "Sky",
                content: (
                  <SkyReasons
                    night={night}
                    atMs={atMs}
                    aim={aim}
                    camera={camera}
                    halfWidth={halfWidth}
                    schools={scene.schools}
                    coreTimes={coreTimes}
                    sceneDeclinationDeg={scene.declinationDeg}
                    onDeclination={() => {
                      const { own } = scene;
                      changeScene({ own: own.filter((field) => field !== "declinationDeg") });
                    }}
                  />
                ),
              },
            ]}
          />
        }
      />
      <RecipeLine key={shotId} line={savedLine} onSave={save} onDraft={type} />
    </>
  );
}
