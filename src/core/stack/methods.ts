import type { LayerKind } from "./layers";
import type { FusingMethod, LineFusingMethod } from "./method";
import { LINE_METHODS, type LineMethod, STACK_METHODS, type StackMethod } from "./methodIds";
import { clipMean } from "./methods/clipMean";
import { comet } from "./methods/comet";
import { darken } from "./methods/darken";
import { fuse } from "./methods/fuse";
import { lighten } from "./methods/lighten";
import { lightenOverMean } from "./methods/lightenOverMean";
import { mean } from "./methods/mean";
import { median } from "./methods/median";
import { sum } from "./methods/sum";

const LINE_MODULES: Record<LineMethod, LineFusingMethod> = {
  mean,
  "lighten over mean": lightenOverMean,
  lighten,
  median,
  "clip mean": clipMean,
  fuse,
};
const MODULES: Record<StackMethod, FusingMethod> = { ...LINE_MODULES, comet, sum, darken };

/** The module of a method. */
export const methodOf = (id: StackMethod): FusingMethod => MODULES[id];

/** Every way to fuse frames, in the order in which they are offered. */
export const METHODS: readonly FusingMethod[] = STACK_METHODS.map(methodOf);

/** The module of a method that a recipe line may name. */
export const lineMethodOf = (id: LineMethod): LineFusingMethod => LINE_MODULES[id];

/** Those of them whose frames are exposed alike. */
export const ALIKE_METHODS: readonly LineMethod[] = LINE_METHODS.filter((id) => lineMethodOf(id).frames === "alike");

/** The law of a run's method; null where its frames are not fused with each other: one frame, or none asked for. */
export const lawOf = (method: LineMethod | null, frames: number): LineFusingMethod["law"] | null =>
  method === null || frames < 2 ? null : lineMethodOf(method).law;

/** A method as a recipe line may name it; null where none may. */
export const lineMethod = (id: StackMethod): LineMethod | null => LINE_METHODS.find((each) => each === id) ?? null;

/** What a method's result can be taken apart by, where a mask says what is ground or where none does. */
export function layerKindOf(id: StackMethod, hasGround: boolean): LayerKind {
  const { whole } = methodOf(id);
  return { hasMoving: whole.kind === "folded" && whole.base !== null, hasGround };
}

/** Its word as a command takes it and a file's name holds it. */
export const methodSlug = (id: StackMethod): string => id.replaceAll(" ", "-");
