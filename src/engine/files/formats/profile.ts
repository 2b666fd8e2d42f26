import { createHash } from "node:crypto";
import sharp from "sharp";
import { tiffHeader } from "@/core/formats";
import { LastOnes } from "@/core/lastOnes";

/** Values of each channel at which a profile is tried. */
const STEPS = [0, 16, 48, 96, 160, 208, 255];
/** Rounding of a table and of the way through CIE Lab. */
const MOST_CODES = 1;

/** Bytes of a picture that shows every colour of the steps. */
const CUBE = Uint8Array.from(
  STEPS.flatMap((red) => STEPS.flatMap((green) => STEPS.flatMap((blue) => [red, green, blue]))),
);

async function changesNothing(profile: Uint8Array): Promise<boolean> {
  const [width, height] = [STEPS.length ** 2, STEPS.length];
  const picture = Buffer.concat([tiffHeader(width, height, { software: "Aevumen", profile }, 8), CUBE]);
  try {
    const through = await sharp(picture).toColourspace("srgb").raw().toBuffer();
    return CUBE.every((code, at) => Math.abs(code - through[at]!) <= MOST_CODES);
  } catch {
    // A profile that nobody can read is none.
    return true;
  }
}

const known = new LastOnes<Promise<boolean>>(16);

/**
 * Whether colours are sRGB as they stand, so that converting them would change nothing but rounding. The profile is tried and not
 * asked for its name: a linear one of the same primaries is called sRGB too.
 */
export function isSrgb(profile: Uint8Array): Promise<boolean> {
  const key = createHash("sha256").update(profile).digest("base64");
  return known.of(key, () => changesNothing(profile));
}

/** A profile of P3's primaries under D65 with sRGB's curve. */
export async function p3Profile(): Promise<Uint8Array> {
  const dot = sharp({ create: { width: 1, height: 1, channels: 3, background: "#000" } });
  const { icc } = await sharp(await dot.withIccProfile("p3").png().toBuffer()).metadata();
  return icc!;
}
