import type { SceneFacts } from "../facts";
import type { WindowKind } from "../night/windows";

import type { Outlook } from "../outlook";
import type { SceneName } from "../scene/names";
import type { CautionId } from "./cautions";
import type { Demand } from "./demand";
import type { Factor } from "./factors";
import type { IntentId } from "./ids";
import type { SolveRequest } from "./request";

/** Shapes that a recipe can have: one frame, or many that are fused in some way or left as they are. */
export type RecipeShape = "one" | "mean" | "lighten" | "median" | "bracket" | "sequence" | "burst";

/** Something without which there is nothing to work out. */
export interface Need {
  readonly missing: (request: SolveRequest) => boolean;
  /** Asks for it. */
  readonly ask: string;
}

/** A kind of picture: everything that the application knows of it. */
export interface Intent {
  readonly id: IntentId;
  readonly name: string;
  readonly goal: string;
  /** What the metered surfaces are called under a light of this EV. */
  readonly ground: (sceneEv: number) => string;
  /** Whether it is about the night sky itself. */
  readonly ofStars: boolean;
  /** A usual scene, from which a person starts. */
  readonly scene: SceneFacts;
  /** The scene that is rehearsed, and that the stand-in phone looks at, until a person picks another. */
  readonly stage: (facts: Pick<SceneFacts, "water">) => SceneName;
  /** How long a block of the night it takes. */
  readonly usualMinutes: number;
  /** What makes an instant of a night good for it; factors multiply: one that is bad cannot be made up for by another. */
  readonly factors: readonly Factor[];
  /** Windows of the night that matter for it, the most telling first. */
  readonly windows: readonly WindowKind[];
  readonly shapes: readonly RecipeShape[];
  /** Released when the phone is at rest, or at the moment that the subject gives. */
  readonly release: "settled" | "at-once";
  /** Whether the camera turns with what passes, so that this stands still in the picture and all else is drawn out. */
  readonly follows: boolean;
  /** Where it should come out, stops from the meter, and what is metered there. */
  readonly target: (request: SolveRequest) => { readonly of: "surfaces" | "sky"; readonly stops: number };
  /** More of it makes a better picture once the demands are met. */
  readonly quality: (outlook: Outlook, request: SolveRequest) => number;
  readonly needs: readonly Need[];
  readonly demands: (request: SolveRequest) => readonly Demand[];
  readonly cautions: readonly CautionId[];
  /** The question that practice asks. */
  readonly drill: string;
}
