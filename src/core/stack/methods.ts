import type { FusingMethod } from "./method";
import { STACK_METHODS, type StackMethod } from "./methodIds";
import { fuse } from "./methods/fuse";
import { lighten } from "./methods/lighten";
import { lightenOverMean } from "./methods/lightenOverMean";
import { mean } from "./methods/mean";
import { median } from "./methods/median";

const MODULES: Record<StackMethod, FusingMethod> = {
  mean,
  "lighten over mean": lightenOverMean,
  lighten,
  median,
  fuse,
};

/** The module of a method. */
export const methodOf = (id: StackMethod): FusingMethod => MODULES[id];

/** Every way to fuse frames, in the order in which they are offered. */
export const METHODS: readonly FusingMethod[] = STACK_METHODS.map(methodOf);

/** Those whose frames are exposed alike. */
export const ALIKE_METHODS: readonly StackMethod[] = METHODS.filter(({ frames }) => frames === "alike").map(
  ({ id }) => id,
);

/** The law of a run's method; null where its frames are not fused with each other: one frame, or none asked for. */
export const lawOf = (method: StackMethod | null, frames: number): FusingMethod["law"] | null =>
  method === null || frames < 2 ? null : methodOf(method).law;

/** Its word as a command takes it and a file's name holds it. */
export const methodSlug = (id: StackMethod): string => id.replaceAll(" ", "-");
