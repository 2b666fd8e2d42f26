import { intentOf } from "@/core/intent";
import { METER_TO_CLIP_STOPS } from "@/core/outlook";
import { plain, signed } from "@/core/words";
import type { Measured } from "./measured";
import type { Rehearse } from "./useRehearse";

/** A promise beside what this very picture shows, in words, and whether they lie as near to each other as they should. */
export interface PromiseRow {
  readonly name: string;
  readonly promised: string;
  readonly found: string;
  readonly apart: string;
  readonly isNear: boolean;
}

/** Surfaces of a scene spread about what is metered, stops. */
const NEAR_STOPS = 0.35;
/** Neighbours' differences tell a noise to so much of it, and what lies near the metered level is not all at it. */
const NEAR_NOISE = 0.2;
/** A lamp's way is looked at in pieces; its first and last are a matter of where they begin. */
const NEAR_WAY = 0.05;
/** One picture's water is a matter of luck: so much of an instant's pattern. */
const NEAR_WATER = 0.1;
/** A star's image in a picture of a quarter of the sensor's size: pixels of the sensor, and a share of its length. */
const NEAR_STAR_PX = 3;
const NEAR_STAR = 0.1;

/** The sky that is promised has no cloud; much of it in the picture is another light. */
const isCloudy = ({ air, intent }: Rehearse["request"]): boolean =>
  air !== null && air.cloud > 0.3 && !intentOf(intent).ofStars;

/** White: no surface shows as more. */
const held = (stops: number): number => Math.min(METER_TO_CLIP_STOPS, stops);

function inStops(name: string, promised: number, found: number): PromiseRow {
  const apart = found - held(promised);
  return {
    name,
    promised: signed(held(promised)),
    found: signed(found),
    apart: signed(apart, 2),
    isNear: Math.abs(apart) <= NEAR_STOPS,
  };
}

function inPercent(name: string, promised: number, found: number, near: number): PromiseRow {
  const percent = (share: number) => `${plain(100 * share, 0)} %`;
  return {
    name,
    promised: percent(promised),
    found: percent(found),
    apart: signed(100 * (found - promised), 0),
    isNear: Math.abs(found - promised) <= near,
  };
}

/** The promises of a shot that one can read off its rehearsed picture. */
export function promisesOf(
  { outlook, nameOf, request }: Pick<Rehearse, "outlook" | "nameOf" | "request">,
  { lights }: Measured,
): PromiseRow[] {
  const { base, sky, noise, mover, water, stars } = outlook;
  const { placeStops, skyStops, kept } = lights;
  const rows = placeStops === null ? [] : [inStops(nameOf("ground"), base.meterStops, placeStops)];
  if (sky && skyStops !== null)
    rows.push(inStops(isCloudy(request) ? "sky, were it clear" : "sky", sky.meterStops, skyStops));
  if (kept.midTone !== null && noise.midTone > 0) {
    const share = kept.midTone / noise.midTone;
    rows.push({
      name: "signal to noise",
      promised: plain(noise.midTone, 0),
      found: plain(kept.midTone, 0),
      apart: `${signed(100 * (share - 1), 0)} %`,
      isNear: Math.abs(share - 1) <= NEAR_NOISE,
    });
  }
  if (kept.wayDrawn !== null && mover) rows.push(inPercent("way drawn", mover.coverage, kept.wayDrawn, NEAR_WAY));
  if (kept.waterLeft !== null && water)
    rows.push(inPercent("water\u2019s pattern", water.contrastLeft, kept.waterLeft, NEAR_WATER));
  if (kept.starLengthPx !== null) {
    const apart = kept.starLengthPx - stars.trailPx;
    rows.push({
      name: "stars\u2019 length",
      promised: `${plain(stars.trailPx)} px`,
      found: `${plain(kept.starLengthPx)} px`,
      apart: signed(apart),
      isNear: Math.abs(apart) <= NEAR_STAR_PX + NEAR_STAR * stars.trailPx,
    });
  }
  return rows;
}
