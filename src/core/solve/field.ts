import { type Demand, missOf, type SolveRequest } from "../intent";
import type { Outlook } from "../outlook";
import { EMPTY_RECIPE, type Recipe, readableDuration } from "../recipe";
import { demandsOf } from "./judge";
import { studyOf } from "./study";

/** Where an edge runs in the field of one frame's shutter time and ISO. */
export type EdgeCurve =
  | { readonly kind: "shutter"; readonly seconds: number }
  | { readonly kind: "iso"; readonly iso: number }
  /** Shutter of one frame times ISO, seconds: a diagonal. */
  | { readonly kind: "product"; readonly product: number };

/** A limit of the field. */
export interface Edge {
  readonly id: string;
  readonly name: string;
  readonly curve: EdgeCurve;
  /** The side on which it forbids: more or less of the curve's quantity. */
  readonly forbids: "more" | "less";
  /** Whether it only warns: the ground beyond it stays open. */
  readonly soft: boolean;
  readonly reason: string;
  /** What would move it, and by how much. */
  readonly moves: string;
}

/** A point of the field: one frame's settings. */
export interface FieldPoint {
  readonly shutterSeconds: number;
  readonly iso: number;
}

/** The field of a line: the same frames, filter and way to fuse at every shutter time and ISO. */
export interface Field {
  readonly edges: readonly Edge[];
  /** For each shutter rung and, in it, each ISO rung: the hard demands that are missed there, as bits of `hard`. */
  readonly missed: readonly Uint32Array[];
  /** The hard demands, in the order of the bits. */
  readonly hard: readonly Demand[];
}

const ONE_SECOND = { frames: 1, shutterSeconds: 1, periodSeconds: null } as const;
/** How far past the ladders' ends edges are looked for, stops. */
const BEYOND_STOPS = 3;
const GRID = 28;
const HALVINGS = 18;

/** Whether a demand is met at a point: the line with that point's shutter and ISO. */
type Probe = (demand: Demand, point: FieldPoint) => boolean;

/** Outlooks of a line at points of its field. */
function outlooksAt(request: SolveRequest, recipe: Recipe) {
  const sequence = recipe.sequence ?? ONE_SECOND;
  return ({ shutterSeconds, iso }: FieldPoint): Outlook =>
    studyOf(request, { ...recipe, iso, sequence: { ...sequence, shutterSeconds } })!.outlook;
}

/** Values at which a demand turns along an axis, with the side that it forbids. */
function turns(met: (value: number) => boolean, from: number, to: number): { at: number; forbids: "more" | "less" }[] {
  const step = (to / from) ** (1 / GRID);
  const found: { at: number; forbids: "more" | "less" }[] = [];
  let before = met(from);
  for (let i = 1; i <= GRID; i++) {
    const value = from * step ** i;
    const now = met(value);
    if (now !== before) {
      let low = value / step;
      let high = value;
      for (let halving = 0; halving < HALVINGS; halving++) {
        const middle = Math.sqrt(low * high);
        if (met(middle) === before) low = middle;
        else high = middle;
      }
      found.push({ at: Math.sqrt(low * high), forbids: before ? "more" : "less" });
    }
    before = now;
  }
  return found;
}

/** Edges of one demand, read off its own quantity along the axis that it is drawn on. */
function edgesOf(
  demand: Demand,
  request: SolveRequest,
  point: FieldPoint,
  probe: Probe,
  outlookAt: (point: FieldPoint) => Outlook,
): Edge[] {
  const { edge } = demand;
  if (edge === null) return [];
  const { shutterLadder, isoLadder } = request.camera;
  const beyond = 2 ** BEYOND_STOPS;
  const byIso = edge.axis !== "shutter";
  const ladder = byIso ? isoLadder : shutterLadder;
  // Brightness goes with shutter times ISO: along the ISO alone it must go as far as both ladders together.
  const reach = edge.axis === "brightness" ? beyond * (shutterLadder.at(-1)! / shutterLadder[0]!) : beyond;
  const met = (value: number) => probe(demand, byIso ? { ...point, iso: value } : { ...point, shutterSeconds: value });
  return turns(met, ladder[0]! / reach, ladder.at(-1)! * reach).map(({ at, forbids }, index): Edge => {
    const outlook = outlookAt(byIso ? { ...point, iso: at } : { ...point, shutterSeconds: at });
    const value = edge.axis === "brightness" ? at * point.shutterSeconds : at;
    const curve: EdgeCurve =
      edge.axis === "shutter"
        ? { kind: "shutter", seconds: at }
        : edge.axis === "iso"
          ? { kind: "iso", iso: at }
          : { kind: "product", product: value };
    return {
      id: index === 0 ? demand.id : `${demand.id}-${index + 1}`,
      name: edge.name(value, forbids, outlook),
      curve,
      forbids,
      soft: !demand.hard,
      reason: edge.reason(value, forbids, outlook),
      moves: edge.moves,
    };
  });
}

/** What the phone offers, as edges. */
function cameraEdges({ camera }: SolveRequest): Edge[] {
  const { shutterLadder, isoLadder } = camera;
  const offered = { soft: false, reason: "The phone offers nothing beyond this." } as const;
  const shutter = (id: string, name: string, seconds: number, forbids: Edge["forbids"], moves: string): Edge => ({
    ...offered,
    id,
    name,
    forbids,
    moves,
    curve: { kind: "shutter", seconds },
  });
  const iso = (id: string, name: string, value: number, forbids: Edge["forbids"], moves: string): Edge => ({
    ...offered,
    id,
    name,
    forbids,
    moves,
    curve: { kind: "iso", iso: value },
  });
  const shortest = shutterLadder[0]!;
  const longest = shutterLadder.at(-1)!;
  return [
    shutter(
      "phone-longest",
      `longest, ${readableDuration(longest)}`,
      longest,
      "more",
      "Many frames fused last longer than one.",
    ),
    shutter(
      "phone-shortest",
      `shortest, ${readableDuration(shortest)}`,
      shortest,
      "less",
      "A filter dims what a shorter shutter cannot.",
    ),
    iso(
      "phone-lowest-iso",
      `lowest ISO, ${isoLadder[0]}`,
      isoLadder[0]!,
      "less",
      "A filter, or many frames by mean, do what a lower ISO would.",
    ),
    iso("phone-highest-iso", `highest ISO, ${isoLadder.at(-1)}`, isoLadder.at(-1)!, "more", "Longer, or many frames."),
  ];
}

/** Shutter of one frame times ISO at which surfaces come out this many stops above the metered level. */
export function productAt({ camera, sceneEv }: SolveRequest, filterStops: number, stopsOverMeter: number): number {
  return 100 * camera.lens.fNumber ** 2 * 2 ** (stopsOverMeter + filterStops + camera.lossStops - sceneEv);
}

/** Every limit of a line's field as an edge, drawn from the demands themselves at the line's own point. */
export function fieldEdges(request: SolveRequest, recipe: Recipe = EMPTY_RECIPE): readonly Edge[] {
  const outlookAt = outlooksAt(request, recipe);
  const point = {
    shutterSeconds: recipe.sequence?.shutterSeconds ?? 1,
    iso: recipe.iso ?? request.camera.isoLadder[0]!,
  };
  const known = new Map<string, Outlook>();
  const probe: Probe = (demand, at) => {
    const key = `${at.shutterSeconds}/${at.iso}`;
    const outlook = known.get(key) ?? outlookAt(at);
    known.set(key, outlook);
    const value = demand.read(outlook);
    // Edges stand at the bounds themselves; the slack is for rungs that are rounded.
    return value === null || (value >= demand.least && value <= demand.most);
  };
  return [
    ...cameraEdges(request),
    ...demandsOf(request).flatMap((demand) => edgesOf(demand, request, point, probe, outlookAt)),
  ];
}

/** The ground of a line's field: at every rung of both ladders, which hard demands are missed there. */
export function fieldGround(request: SolveRequest, recipe: Recipe = EMPTY_RECIPE): Omit<Field, "edges"> {
  const hard = demandsOf(request).filter((demand) => demand.hard);
  const outlookAt = outlooksAt(request, recipe);
  const { shutterLadder, isoLadder } = request.camera;
  const missed = shutterLadder.map((shutterSeconds) =>
    Uint32Array.from(isoLadder, (iso) => {
      const outlook = outlookAt({ shutterSeconds, iso });
      return hard.reduce((bits, demand, at) => (missOf(demand, demand.read(outlook)) > 0 ? bits | (1 << at) : bits), 0);
    }),
  );
  return { hard, missed };
}

/** How many rungs of both ladders are open ground. */
export const openRungs = ({ missed }: Pick<Field, "missed">): number =>
  missed.reduce((sum, column) => sum + column.reduce((open, bits) => open + (bits === 0 ? 1 : 0), 0), 0);

/**
 * The demands to give way first where no ground is open: the one whose going opens the most, or else the pair; none where
 * ground is open, or where not even two of them are enough.
 */
export function firstToMove({ missed, hard }: Omit<Field, "edges">): readonly Demand[] {
  if (openRungs({ missed }) > 0) return [];
  const opened = (gone: number) =>
    missed.reduce((sum, column) => sum + column.reduce((open, bits) => open + ((bits & ~gone) === 0 ? 1 : 0), 0), 0);
  const singles = hard.map((_, a) => [a]);
  const pairs = hard.flatMap((_, a) => hard.slice(a + 1).map((__, b) => [a, a + 1 + b]));
  for (const choices of [singles, pairs]) {
    let best: { readonly open: number; readonly choice: readonly number[] } = { open: 0, choice: [] };
    for (const choice of choices) {
      const open = opened(choice.reduce((bits, at) => bits | (1 << at), 0));
      if (open > best.open) best = { open, choice };
    }
    if (best.open > 0) return best.choice.map((at) => hard[at]!);
  }
  return [];
}
