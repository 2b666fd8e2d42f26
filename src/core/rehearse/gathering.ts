import { shutterOf } from "../capture";
import type { LampClassId } from "../light";
import { fusedLights, noiseFloorUnderWhite, type Outlook } from "../outlook";
import type { Edge } from "../solve";

/** A light of the scene as it gathers while a shutter is open. */
export interface GatheringLight {
  readonly of: "ground" | "sky" | LampClassId;
  /** Still light grows with time; what passes leaves its light at once, and no more however long the shutter stays open. */
  readonly grows: boolean;
  /** At the end of the first frame, stops under white; negative where it is over it. */
  readonly underWhite: number;
  /** In the fused picture. */
  readonly fusedUnderWhite: number;
}

/** A limit of the field, at the moment of an open shutter at which it is crossed. */
export interface CrossedLimit {
  readonly id: string;
  readonly name: string;
  /** Into a frame. */
  readonly seconds: number;
  /** Whether it forbids what comes after, or what was before. */
  readonly forbids: Edge["forbids"];
  readonly soft: boolean;
}

/** How light comes together over all the open time of a run. */
export interface Gathering {
  /** Open seconds of each frame, in order. */
  readonly frames: readonly number[];
  readonly lights: readonly GatheringLight[];
  readonly limits: readonly CrossedLimit[];
  /** In the fused picture, stops under white. */
  readonly noiseFloor: number;
}

/** Stops under white of a light at a moment of a frame. */
export const lightAt = ({ grows, underWhite }: GatheringLight, seconds: number, firstFrameSeconds: number): number =>
  grows ? underWhite - Math.log2(seconds / firstFrameSeconds) : underWhite;

/** What the open time of a run gathers, and which limits of its field are crossed at which moment of a frame. */
export function gatheringOf(outlook: Outlook, edges: readonly Edge[]): Gathering {
  const { plan, base, sky, trails } = outlook;
  const frames = Array.from({ length: plan.frames }, (_, index) => shutterOf(plan, index).deliveredSeconds);
  const inOneFrame = (of: GatheringLight["of"]): Pick<GatheringLight, "grows" | "underWhite"> => {
    const trail = trails.find(({ lamp }) => lamp === of);
    if (trail) return { grows: false, underWhite: trail.stopsUnderWhite };
    // What a lighten adds to noisy surfaces comes with fusing, not while a shutter is open.
    const ground = base.stopsUnderWhite + base.liftStops;
    return { grows: true, underWhite: of === "sky" && sky ? ground - sky.overStops : ground };
  };
  const lights = fusedLights(outlook).map(
    ({ of, underWhite }): GatheringLight => ({ of, ...inOneFrame(of), fusedUnderWhite: underWhite }),
  );
  const longest = Math.max(...frames);
  const limits = edges
    .flatMap(({ id, name, curve, forbids, soft }): CrossedLimit[] => {
      if (id.startsWith("phone-") || curve.kind === "iso") return [];
      const seconds = curve.kind === "shutter" ? curve.seconds : curve.product / plan.iso;
      return seconds > 0 && seconds <= longest ? [{ id, name, seconds, forbids, soft }] : [];
    })
    .sort((a, b) => a.seconds - b.seconds);
  return { frames, lights, limits, noiseFloor: noiseFloorUnderWhite(plan) };
}
