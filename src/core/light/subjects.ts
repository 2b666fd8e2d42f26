/** A usual lit subject of the night with the EVs (ISO 100) at which it meters. */
export interface LitSubject {
  readonly name: string;
  readonly ev: readonly [number, number];
}

/** Usual subjects, the darkest first; metered from common practice. */
export const LIT_SUBJECTS: readonly LitSubject[] = [
  { name: "starlit land", ev: [-6, -5] },
  { name: "land under a full moon", ev: [-3, -2] },
  { name: "distant lit skyline", ev: [1, 3] },
  { name: "floodlit building", ev: [3, 5] },
  { name: "lit street", ev: [4, 6] },
  { name: "busy lit street with traffic", ev: [5, 7] },
  { name: "bright shopping street", ev: [7, 8] },
  { name: "funfair", ev: [7, 7] },
  { name: "neon signs", ev: [9, 10] },
];
