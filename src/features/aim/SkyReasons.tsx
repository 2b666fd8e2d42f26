"use client";

import { Box } from "@chakra-ui/react";
import type { ShotAim } from "@/contracts/scene";
import type { Camera } from "@/core/camera";
import type { Schools } from "@/core/facts";
import { longestStarShutter } from "@/core/motion";
import { equivalentFocalMm, fieldOfViewDeg, lightFallOf, sensorSizeMm } from "@/core/optics";
import { roughDuration } from "@/core/recipe";
import {
  type Crossing,
  clearSkyAt,
  declinationOf,
  evTowards,
  type HorizontalPosition,
  moonlightOn,
  moonOf,
  starOf,
} from "@/core/sky";
import { plain } from "@/core/words";
import { clock } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { Action } from "@/ui/Action";
import { Readout } from "@/ui/Readout";

interface SkyReasonsProps {
  readonly night: Night;
  readonly atMs: number;
  readonly aim: ShotAim;
  readonly camera: Camera;
  readonly halfWidth: number;
  readonly schools: Schools;
  /** When the core stands over the aimed azimuth, and how high. */
  readonly coreTimes: readonly (Pick<Crossing, "atMs"> &
    Pick<HorizontalPosition, "altitudeDeg"> & { readonly byDay: boolean })[];
  readonly sceneDeclinationDeg: number;
  readonly onDeclination: () => void;
}

/** What the phone's own lens takes in the corners of its sensor, in words. */
function cornerWords({ lens, bareFocalLengthMm }: Camera): string {
  const { widthMm, heightMm } = sensorSizeMm(lens);
  const corner = { width: 1, height: 1, centreX: 0, centreY: 0, pitchUm: 500 * Math.hypot(widthMm, heightMm) };
  const { fallen, lift, step } = lightFallOf({ lens, bareFocalLengthMm, vignettingStops: 0 }, corner);
  const at = Math.round(1 / step);
  const [raw, shown] = [fallen[at]!, fallen[at]! * lift[at]!].map((share) => plain(-Math.log2(share), 1));
  return ` Its corners get ${raw} stops less, of which the phone leaves ${shown} (assumed).`;
}

const degrees = (value: number): string => `${plain(value, 0)}°`;
const LEAST_METEORS = 1;

/** Where moonlight comes from, in words. */
function moonWords(night: Night, atMs: number, azimuthDeg: number): { value: string; because: string } {
  const moon = moonOf(night.plan.night, atMs);
  const light = moonlightOn(moon, azimuthDeg);
  if (light.kind === "none") return { value: "none", because: "The moon is down at this time." };
  const { fromDeg, altitudeDeg, shadowLength } = light;
  const away = Math.abs(fromDeg);
  const side = fromDeg < 0 ? "left" : "right";
  const value =
    away < 30
      ? "from ahead"
      : away > 150
        ? "from behind you"
        : away > 110
          ? `from behind, ${side}`
          : `from the ${side}`;
  const contrast =
    away < 60
      ? "Things stand dark against it."
      : away > 120
        ? "It lights what you look at."
        : "It draws shapes from the side.";
  return {
    value,
    because: `${Math.round(100 * moon.illuminatedFraction)} % lit, ${degrees(altitudeDeg)} high. ${contrast} Shadows are ${shadowLength.toFixed(1)} times as long as things are high.`,
  };
}

/** What the camera sees of the sky, in numbers. */
export function SkyReasons(props: SkyReasonsProps) {
  const { night, atMs, aim, camera, halfWidth, schools, coreTimes, sceneDeclinationDeg, onDeclination } = props;
  const { lens } = camera;
  const { plan, site } = night;
  const moon = moonWords(night, atMs, aim.azimuthDeg);
  const declination = Math.round(
    declinationOf(site.latitudeDeg, { altitudeDeg: aim.tiltDeg, azimuthDeg: aim.azimuthDeg }),
  );
  const untrailed = longestStarShutter(lens, declination, schools.stars, schools.starFactor);
  const meteors = plan.momentAt(atMs).meteorsPerHour;
  const skyEv = evTowards(clearSkyAt(plan.night, atMs, site.darkSkyMagPerArcsec2), aim);
  const overhead = plan.momentAt(atMs).skyEv;
  const radiant = starOf(plan.night, plan.shower)(atMs);
  return (
    <Box>
      <Readout
        label="Seen across"
        value={`${fieldOfViewDeg(2 * halfWidth * lens.focalLengthMm, lens.focalLengthMm).toFixed(0)}°`}
        because={`${lens.focalLengthMm.toFixed(1)} mm, like ${equivalentFocalMm(lens).toFixed(0)} mm on a 35 mm frame; ${fieldOfViewDeg(sensorSizeMm(lens).heightMm, lens.focalLengthMm).toFixed(0)}° upright at full size.${cornerWords(camera)}${camera.vignettingStops > 0 ? ` The clip-on darkens the corners by ${camera.vignettingStops.toFixed(1)} stops and takes ${camera.lossStops.toFixed(1)} everywhere.` : ""}`}
      />
      <Readout
        label="The sky in the middle"
        value={`EV ${plain(skyEv)}`}
        because={`${Math.abs(skyEv - overhead).toFixed(1)} stops ${skyEv < overhead ? "darker" : "brighter"} than the even sky on the ribbon: twilight glows low and towards the sun, moonlight round the moon. Clear sky; Expose uses it for the time at which the shot begins.`}
      />
      <Readout
        label="Declination at the centre"
        value={degrees(declination)}
        because={
          <>
            {`Stars here stay points to ${roughDuration(untrailed)} by your school. `}
            {declination === Math.round(sceneDeclinationDeg) ? (
              "Expose uses it."
            ) : (
              <Action look="text" onClick={() => onDeclination()}>
                {`Use it in Expose instead of your own ${degrees(sceneDeclinationDeg)}.`}
              </Action>
            )}
          </>
        }
      />
      <Readout
        label="The core over this azimuth"
        value={
          coreTimes.length > 0 ? coreTimes.map((each) => clock(each.atMs, site.zone)).join(", ") : "not this night"
        }
        because={
          coreTimes.length > 0
            ? `At ${coreTimes.map((each) => `${degrees(each.altitudeDeg)} height${each.byDay ? ", but in a sky too bright for it" : ""}`).join("; at ")}. Click into the ribbon to hold a time.`
            : "The galactic centre does not pass here above the horizon."
        }
      />
      <Readout label="Moonlight" value={moon.value} because={moon.because} />
      {meteors >= LEAST_METEORS && (
        <Readout
          label={`Meteors an hour, ${plan.shower.name}`}
          value={meteors.toFixed(0)}
          because={`Seen by eye in the whole sky. The radiant stands ${degrees(radiant.altitudeDeg)} high in ${degrees(radiant.azimuthDeg)}; streaks are longest some 40° beside it.`}
        />
      )}
    </Box>
  );
}
