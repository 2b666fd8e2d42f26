import type { OwnFigures } from "../assumed";
import type { Rgb } from "../light";
import type { PreparedRidge } from "./hill";
import type { LampField } from "./lampLight";
import type { SceneMoon } from "./moon";
import type { Fall, GroundStrip, RegionName, Wall, Water } from "./scene";
import type { SkyLook } from "./skyLook";
import type { PreparedSolid } from "./solids";

/** What stands along a heading. */
export interface Headed {
  /** Along its heading. */
  readonly ux: number;
  readonly uz: number;
}

/** A scene with everything worked out that does not depend on the ray. */
export interface PreparedScene {
  readonly strips: readonly (GroundStrip & Headed)[];
  readonly walls: readonly (Wall & Headed & { readonly lit: Rgb })[];
  readonly ridges: readonly PreparedRidge[];
  readonly falls: readonly (Fall & Headed)[];
  readonly solids: readonly PreparedSolid[];
  readonly water: Water | null;
  readonly lamps: LampField;
  readonly sky: SkyLook;
  /** Null while it gives no light. */
  readonly moon: SceneMoon | null;
  /** Of the camera, in which the sky's directions count. */
  readonly sinHeading: number;
  readonly cosHeading: number;
  /** Light on every surface from lamps that one does not see, lux by channel. */
  readonly fill: Rgb;
  readonly skylightGain: number;
  readonly lampGain: number;
  readonly shineGain: number;
  readonly subject: RegionName | null;
  readonly visibilityMetres: number;
  readonly seed: number;
  /** What a person has measured of how fast water forgets its pattern. */
  readonly figures: OwnFigures;
}
