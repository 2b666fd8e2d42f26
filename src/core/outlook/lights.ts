import { LAMP_CLASSES, type LampClassId } from "../light";
import { noiseFloorUnderWhite } from "./noise";
import type { Outlook } from "./outlook";

/** One light of a scene as the fused picture shows it. */
export interface PictureLight {
  readonly of: "ground" | "sky" | LampClassId;
  /** Luminance under white, stops; 0 where it is white. */
  readonly underWhite: number;
}

/** What a picture's scale of light is marked with. */
export interface PictureLights {
  readonly lights: readonly PictureLight[];
  /** Light below it cannot be told from noise, stops under white. */
  readonly noiseFloor: number;
}

/** The lights of a scene in the fused picture, the darkest first; luminance by the weights of Rec. 709. */
export function lightsOf({ plan, base, sky, trails }: Outlook): PictureLights {
  const underWhite = (stops: number) => Math.max(0, stops);
  const lights: PictureLight[] = [{ of: "ground", underWhite: underWhite(base.stopsUnderWhite) }];
  if (sky) lights.push({ of: "sky", underWhite: underWhite(sky.stopsUnderWhite) });
  for (const { lamp, fusedUnderWhite } of trails) {
    const [red, green, blue] = fusedUnderWhite.map((stops) => 2 ** -stops) as [number, number, number];
    lights.push({ of: lamp, underWhite: underWhite(-Math.log2(0.2126 * red + 0.7152 * green + 0.0722 * blue)) });
  }
  return {
    lights: lights.sort((a, b) => b.underWhite - a.underWhite),
    noiseFloor: noiseFloorUnderWhite(plan),
  };
}

/** What a light is called, given what the scene's ground is called. */
export const lightName = ({ of }: PictureLight, ground: string): string =>
  of === "ground" ? ground : of === "sky" ? "sky" : LAMP_CLASSES[of].plural;
