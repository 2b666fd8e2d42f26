"use client";

import { Box } from "@chakra-ui/react";
import type { ShotAim } from "@/contracts/scene";
import { cropped } from "@/core/camera";
import { openSpanSeconds, planOfLine } from "@/core/capture";
import type { SavedScene } from "@/core/facts";
import { type IntentId, intentOf } from "@/core/intent";
import { sensorSizeMm } from "@/core/optics";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { clock } from "@/features/nightPlan/clock";
import { useNight, useNightCursor, useNightHeld, useNightIsComing } from "@/features/nightPlan/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { changedScene, shownScene } from "@/features/shot/shownScene";
import { useShotChange } from "@/features/shot/useShotChange";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { AimBar } from "./AimBar";
import { AimReasons } from "./AimReasons";
import { SkyView } from "./SkyView";

const START: ShotAim = {
  azimuthDeg: 180,
  tiltDeg: 18,
  rollDeg: 0,
  crop: "4:3",
  guides: "none",
  constellations: false,
};
/** So long a hand rests before a change is kept. */
const REST_MS = 350;
const HOUR_MS = 3_600_000;
/** Showers that bring fewer meteors an hour are not drawn. */
const LEAST_METEORS = 1;

/** Whether the sky is what a picture is of: then it comes first. */
const forStars = (intent: IntentId): boolean => intentOf(intent).ofStars;

/** Aim: where the camera looks, what crosses the frame and when to press, and what will be sharp. */
export function AimStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const coming = useNightIsComing();
  const cursorMs = useNightCursor();
  const heldMs = useNightHeld();
  const change = useShotChange();
  const lineState = useShotRecipe(shotId);
  const { recipe, apply } = lineState;
  const aim = shot?.aim ?? START;
  if (shot && kit && !night && !coming) {
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
  const plan = planOfLine(shot.recipeLine, camera);
  const spanSeconds = plan ? openSpanSeconds(plan) : 0;
  const scene = shownScene({ ...shot, aim }, night.plan);
  const meteors = night.plan.momentAt(atMs).meteorsPerHour;

  // Turning and dragging come in many small steps.
  const turn = (next: ShotAim) => void change(shot, { aim: next }, { restMs: REST_MS });
  const changeScene = (part: Partial<SavedScene>) =>
    void change(shot, { scene: changedScene(scene, part) }, { restMs: REST_MS });
  const reasons = (
    <AimReasons
      night={night}
      atMs={atMs}
      aim={aim}
      camera={camera}
      halfWidth={halfWidth}
      plan={plan}
      scene={scene}
      skyFirst={forStars(shot.intent)}
      onScene={changeScene}
      focus={recipe.focus}
      onFocus={(focus) => apply({ ...recipe, focus })}
    />
  );
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
              onCamera={(choice) => void change(shot, { camera: choice })}
            />
          </>
        }
        reasonsName="Path and focus"
        reasons={reasons}
      />
      <RecipeLine state={lineState} />
    </>
  );
}
