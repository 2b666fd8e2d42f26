import { type CapturePlan, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { blackBodyRgb, LAMP_CLASSES, type LampClassId, luminanceFromEv, type MovingLamp, type Rgb } from "../light";
import { depthAt, imagePath, imageSpeedMmPerS, type Mover } from "../motion";
import { LEAST_TRAIL_PX, sensorSizeMm } from "../optics";
import { decodeSrgb, encodeSrgb } from "../picture";
import { colourResponse, FOCAL_PLANE_FACTOR, LENS_TRANSMISSION, SATURATION_CONSTANT, whitened } from "../sensor";
import { lineMethodOf } from "../stack";

/** What the lamps of one class leave in the picture. */
export interface LampTrail {
  readonly lamp: LampClassId;
  readonly widthPx: number;
  /** Length of the lamp's own image along the way, pixels; next to nothing for a point. */
  readonly lengthPx: number;
  /** Exposure along it in one frame without what lies behind, lux·s; there is no shutter time in it. */
  readonly exposureLuxSeconds: number;
  /** The same against white, where it passes the axis: negative where it is over it. */
  readonly stopsUnderWhite: number;
  /** That, along the whole way in the frame: the least and the most. */
  readonly range: readonly [number, number];
  /** Channels that clip in the frame it is in: at two the colour is gone, at three it is white. */
  readonly clippedChannels: number;
  /** In the fused picture, over what lies behind: red, green and blue under white, stops. */
  readonly fusedUnderWhite: Rgb;
  /** How far it stands above the ground behind it in the fused picture, stops. */
  readonly aboveBaseStops: number;
}

/** A lamp class with the intensity that a person gave for it. */
function lampOf({ lamps, lampIntensityCd }: SceneFacts, id: LampClassId): MovingLamp {
  const lamp = LAMP_CLASSES[id];
  if (lampIntensityCd === null || lamps[0] !== id || lamp.kind !== "point") return lamp;
  return { ...lamp, intensityCd: lampIntensityCd };
}

/** Width of a lamp's trail at a distance, pixels: the lens's blur, or the lamp's own image where that is larger. */
const trailWidthPx = ({ lens }: CapturePlan, diameterM: number, distanceM: number): number =>
  Math.max(LEAST_TRAIL_PX, (lens.focalLengthMm * diameterM * 1000) / distanceM / lens.pitchUm);

/**
 * Exposure along the trail of a point lamp, lux·s: Φ/(v·w), Φ = (I/d²)·π(f/2N)²·τ·T the light into the pupil, v the
 * image's speed, w its width. On a way that recedes v falls with the square of the distance as Φ does: only w changes.
 */
function pointExposure(plan: CapturePlan, mover: Mover, intensityCd: number, widthPx: number): number {
  const { focalLengthMm, fNumber, pitchUm } = plan.lens;
  const pupilM2 = Math.PI * (focalLengthMm / 2000 / fNumber) ** 2;
  const lumens = (intensityCd / mover.distanceM ** 2) * pupilM2 * LENS_TRANSMISSION * plan.transmission;
  return lumens / ((imageSpeedMmPerS(focalLengthMm, mover) / 1000) * widthPx * pitchUm * 1e-6);
}

/** Linear light of a colour as its highlights are rendered: see `whitened`. */
function rendering(light: readonly number[]): readonly number[] {
  const [r, g, b] = light.map((each) => 255 * encodeSrgb(each)) as unknown as Rgb;
  return whitened([r, g, b]).map((code) => decodeSrgb(code / 255));
}

/** Seconds for which a lit panel covers a point of the picture, at most as long as the shutter is open. */
function panelSeconds(plan: CapturePlan, mover: Mover, lengthM: number): number {
  const across = mover.speedMps * Math.cos((mover.headingDegFromPerpendicular * Math.PI) / 180);
  return Math.min(shutterOf(plan, 0).deliveredSeconds, lengthM / across);
}

/**
 * What a mover's lamps leave in the fused picture; empty without a mover or lamps. Every frame clips before it is fused. Where several vehicles
 * cross a point in one exposure their light adds up: that is in the traffic's figures, not here.
 */
export function trailOutlooks(plan: CapturePlan, facts: SceneFacts): LampTrail[] {
  const { mover, lamps, sceneEv } = facts;
  if (mover === null || !(imageSpeedMmPerS(plan.lens.focalLengthMm, mover) > 0)) return [];
  const saturation = SATURATION_CONSTANT / plan.iso;
  const { deliveredSeconds } = shutterOf(plan, 0);
  const perCdSecond = (FOCAL_PLANE_FACTOR * plan.transmission) / plan.lens.fNumber ** 2;
  const baseLevel = (perCdSecond * luminanceFromEv(sceneEv) * deliveredSeconds) / saturation;
  const path = imagePath(
    { focalLengthMm: plan.lens.focalLengthMm, sensorWidthMm: sensorSizeMm(plan.lens).widthMm },
    mover,
  );
  const nearM = depthAt(mover, path.fromU);
  const farM = path.leavesTheFrame ? depthAt(mover, path.toU) : Number.POSITIVE_INFINITY;
  const { sensitivity, gains } = colourResponse(plan.kelvin);
  const still = blackBodyRgb(plan.kelvin);
  const fused = (crossed: number, empty: number) =>
    plan.stack === null ? crossed : lineMethodOf(plan.stack).law.crossedOnce(plan.frames, crossed, empty);

  return lamps.map((id): LampTrail => {
    const lamp = lampOf(facts, id);
    const isPoint = lamp.kind === "point";
    const widthAt = (distanceM: number) =>
      isPoint
        ? trailWidthPx(plan, lamp.diameterM, distanceM)
        : (plan.lens.focalLengthMm * lamp.heightM * 1000) / distanceM / plan.lens.pitchUm;
    const widthPx = widthAt(mover.distanceM);
    const covered = isPoint ? 0 : panelSeconds(plan, mover, lamp.lengthM);
    const exposureLuxSeconds = isPoint
      ? pointExposure(plan, mover, lamp.intensityCd, widthPx)
      : perCdSecond * lamp.luminanceCdM2 * covered;
    const level = exposureLuxSeconds / saturation;
    const stopsUnderWhite = -Math.log2(level);
    const ends = isPoint
      ? [nearM, farM].map((metres) => stopsUnderWhite + Math.log2(widthAt(metres) / widthPx))
      : [stopsUnderWhite];
    // A panel hides what is behind it for as long as it is there.
    const behind = baseLevel * (1 - covered / deliveredSeconds);
    const shown = (raw: number, channel: 0 | 1 | 2) => Math.min(1, gains[channel] * Math.min(1, raw));
    const crossed = ([0, 1, 2] as const).map((channel) =>
      shown(sensitivity[channel] * (level * lamp.colour[channel] + behind * still[channel]), channel),
    );
    const clippedChannels = crossed.filter((each) => each >= 1).length;
    const rendered = rendering(crossed);
    const display = ([0, 1, 2] as const).map((channel) => {
      const empty = shown(sensitivity[channel] * baseLevel * still[channel], channel);
      return { crossed: fused(rendered[channel]!, empty), empty };
    });
    const luminance = (part: "crossed" | "empty") =>
      0.2126 * display[0]![part] + 0.7152 * display[1]![part] + 0.0722 * display[2]![part];
    return {
      lamp: id,
      widthPx,
      lengthPx: isPoint ? widthPx : (widthPx * lamp.lengthM) / lamp.heightM,
      exposureLuxSeconds,
      stopsUnderWhite,
      range: [Math.min(stopsUnderWhite, ...ends), Math.max(stopsUnderWhite, ...ends)],
      clippedChannels,
      fusedUnderWhite: [
        -Math.log2(display[0]!.crossed),
        -Math.log2(display[1]!.crossed),
        -Math.log2(display[2]!.crossed),
      ],
      aboveBaseStops: Math.log2(luminance("crossed") / luminance("empty")),
    };
  });
}
