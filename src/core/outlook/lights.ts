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

/** The light of a scene as its frames are fused, over white too (then negative); luminance by the weights of Rec. 709. */
export function fusedLights({ base, sky, trails }: Pick<Outlook, "base" | "sky" | "trails">): PictureLight[] {
  return [
    { of: "ground", underWhite: base.stopsUnderWhite },
    ...(sky ? [{ of: "sky", underWhite: sky.stopsUnderWhite } as const] : []),
    ...trails.map(({ lamp, fusedUnderWhite }): PictureLight => {
      const [red, green, blue] = fusedUnderWhite.map((stops) => 2 ** -stops) as [number, number, number];
      return { of: lamp, underWhite: -Math.log2(0.2126 * red + 0.7152 * green + 0.0722 * blue) };
    }),
  ];
}

/** The lights of a scene in the fused picture, the darkest first. */
export const lightsOf = (outlook: Outlook): PictureLights => ({
  lights: fusedLights(outlook)
    .map((light) => ({ ...light, underWhite: Math.max(0, light.underWhite) }))
    .sort((a, b) => b.underWhite - a.underWhite),
  noiseFloor: noiseFloorUnderWhite(outlook.plan),
});

/** What a light is called, given what the scene's ground is called. */
export const lightName = ({ of }: Pick<PictureLight, "of">, ground: string): string =>
  of === "ground" ? ground : of === "sky" ? "sky" : LAMP_CLASSES[of].plural;
