import { type Demand, intentOf, missOf, type SolveRequest } from "../intent";
import type { Outlook } from "../outlook";

/** How a demand stands. */
export interface JudgedDemand {
  readonly demand: Demand;
  /** Null where it does not arise. */
  readonly value: number | null;
  /** 0 where it is met, else by how much it is missed, in units of its bound. */
  readonly miss: number;
}

/** How a picture stands, in sum. */
export interface Standing {
  readonly hardMissed: number;
  readonly hardMiss: number;
  /** Ids of soft demands that are missed. */
  readonly softMissed: readonly string[];
  readonly softMiss: number;
}

/** How a picture stands against all demands of its intent. */
export interface Judgement extends Standing {
  readonly outlook: Outlook;
  readonly demands: readonly JudgedDemand[];
}

/** The demands of a request's intent. */
export const demandsOf = (request: SolveRequest): readonly Demand[] => intentOf(request.intent).demands(request);

/** Missed by more than so many times its own size is missed altogether. */
const MOST_MISS = 3;

const NONE: readonly string[] = [];

/** Holds an outlook against demands, in sum alone: thousands of recipes are tried. */
export function standingOf(outlook: Outlook, demands: readonly Demand[]): Standing {
  let hardMissed = 0;
  let hardMiss = 0;
  let softMissed: string[] | null = null;
  let softMiss = 0;
  for (const demand of demands) {
    const miss = missOf(demand, demand.read(outlook));
    if (miss === 0) continue;
    if (demand.hard) {
      hardMissed++;
      hardMiss += Math.min(MOST_MISS, miss);
    } else {
      softMissed ??= [];
      softMissed.push(demand.id);
      softMiss += Math.min(MOST_MISS, miss);
    }
  }
  return { hardMissed, hardMiss, softMissed: softMissed ?? NONE, softMiss };
}

/** Holds an outlook against demands, one by one. */
export function judge(outlook: Outlook, demands: readonly Demand[]): Judgement {
  const judged = demands.map((demand): JudgedDemand => {
    const value = demand.read(outlook);
    return { demand, value, miss: missOf(demand, value) };
  });
  return { ...standingOf(outlook, demands), outlook, demands: judged };
}

/** What a demand comes to, in words. */
export const sentenceOf = ({ demand, value, miss }: JudgedDemand, outlook: Outlook): string =>
  value === null ? "" : demand.said(value, outlook, miss === 0);
