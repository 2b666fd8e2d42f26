import type { Ladder } from "../light";
import type { Lens } from "../optics";

/** A lens as a phone has it: with every f-number it can be set to, and whether its pixels can be read one by one. */
export interface PhoneLens extends Omit<Lens, "fNumber"> {
  /** One for most phones; some have two apertures. */
  readonly fNumbers: readonly number[];
  /** Whether each pixel is the sum of four smaller ones, so that there is a full-size mode too. */
  readonly binned: boolean;
}

/** What a phone can do. */
export interface PhoneProfile {
  /** At least one. */
  readonly lenses: readonly PhoneLens[];
  /** Shutter times it offers, seconds, rising. */
  readonly shutterLadder: Ladder;
  readonly isoLadder: Ladder;
  /** Times that differ from what the phone says. */
  readonly measuredShutters: readonly { readonly nominalSeconds: number; readonly deliveredSeconds: number }[];
  /** Pause that it needs after a frame. */
  readonly writeSeconds: number;
  readonly delaysSeconds: readonly number[];
  /** From the press to the opening of the shutter. */
  readonly shutterLagSeconds: number;
}

/** A phone of the kit, by its name. */
export interface NamedPhone {
  readonly name: string;
  readonly profile: PhoneProfile;
}

/** A lens that clips on before the phone's own. */
export interface ClipOn {
  readonly name: string;
  /** What it multiplies the focal length by: 2 for a tele, 0.6 for a wide one. */
  readonly focalFactor: number;
  /** Light it takes, stops; negative where it brings some. */
  readonly lossStops: number;
  /** How much darker the corners are than the middle, stops. */
  readonly vignettingStops: number;
}

/** The camera chosen for a shot, by names of the kit. */
export interface CameraChoice {
  readonly phone: string;
  readonly lens: string;
  readonly fNumber: number;
  /** Every pixel by itself instead of four summed. */
  readonly fullSize: boolean;
  readonly clipOn: string | null;
}
