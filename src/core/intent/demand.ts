import type { Outlook, PictureLight } from "../outlook";

/** Ways to change a shot so that a demand can be met. */
export type Remedy =
  | "filter"
  | "darker"
  | "brighter"
  | "nearer"
  | "farther"
  | "dimmer-lamp"
  | "slower-traffic"
  | "more-time"
  | "fewer-people"
  | "tripod"
  | "remote"
  | "focus"
  | "shelter"
  | "darker-sky"
  | "more-storage"
  | "more-battery"
  | "other-school";

/** Where a demand turns, as an edge of the exposure field. */
export interface DemandEdge {
  /** What its quantity depends on: the shutter, the ISO, or both together. */
  readonly axis: "shutter" | "iso" | "brightness";
  /** What the edge is called. @param at Seconds of one frame, ISO, or seconds times ISO, as the axis says. */
  readonly name: (at: number, forbids: "more" | "less", outlook: Outlook) => string;
  /** Why it runs there. */
  readonly reason: (at: number, forbids: "more" | "less", outlook: Outlook) => string;
  /** What would move it, and by how much. */
  readonly moves: string;
}

/** The light that a demand asks for, and how far under white a value of its quantity has it, stops. */
export interface DemandLight {
  readonly of: PictureLight["of"];
  readonly underWhite: (value: number, outlook: Outlook) => number;
}

/** A wish on the picture: a quantity of the outlook and its wanted range. Verdicts, ranking, edges and advice derive from these. */
export interface Demand {
  readonly id: string;
  /** A hard one that is missed is a picture that failed; a soft one, a lesser picture. */
  readonly hard: boolean;
  /** Of a soft one: what it asks shows all over the picture, and counts even where nothing within reach meets it. */
  readonly insists?: true;
  /** Null where it does not arise; then it is met. */
  readonly read: (outlook: Outlook) => number | null;
  readonly least: number;
  readonly most: number;
  /** The school, rule or source that the range comes from. */
  readonly source: string;
  /** What comes of it, in a sentence with its figures. */
  readonly said: (value: number, outlook: Outlook, met: boolean) => string;
  /** The light that it is about, where it is about one. */
  readonly light?: DemandLight;
  /** Null where the field cannot show it. */
  readonly edge: DemandEdge | null;
  /** Said only where it is missed: it goes without saying, or another demand says it too. */
  readonly quiet: boolean;
  /** What can help, the most usual first. */
  readonly remedies: readonly Remedy[];
}

/** Nominal shutter times and ISOs are rounded: what misses a bound by this share still counts as on it. */
const SLACK_SHARE = 0.02;
/** The same for bounds at nothing, such as stops under white. */
const SLACK_AT_ZERO = 0.03;

const slackOf = (bound: number): number =>
  Number.isFinite(bound) ? (bound === 0 ? SLACK_AT_ZERO : SLACK_SHARE * Math.abs(bound)) : 0;

/** By how much a value misses the wanted range, 0 where it is met, in units of the bound's own size. */
export function missOf({ least, most }: Pick<Demand, "least" | "most">, value: number | null): number {
  if (value === null) return 0;
  if (value < least - slackOf(least)) return (least - value) / Math.max(1, Math.abs(least));
  if (value > most + slackOf(most)) return (value - most) / Math.max(1, Math.abs(most));
  return 0;
}
