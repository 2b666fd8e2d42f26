import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import {
  type Area,
  askedBy,
  type CodedPicture,
  cutCodes,
  type FinishLightId,
  finishedRows,
  framedRows,
  frameOf,
  type KnownPicture,
  type Look,
  noiseFloorStops,
  type PictureFrame,
  type SettledLook,
  type StarDrift,
  settleLook,
  starDrift,
  uprightingOf,
  wholePiece,
} from "@/core/finish";
import { serveThread } from "../thread";
import type { LookToWrite } from "./lookToWrite";
import { type FinishedPicture, knownFor, lightsOf, movingArea, type Survey, surveyOf, wholePicture } from "./survey";

// Beside the server, which goes on answering: what a picture holds, and its pixels under a look, band by band.

sharp.cache(false);

/** A picture that is read, in memory that threads share, with all that a look asks of it. */
export interface OpenedPicture extends KnownPicture {
  /** Interleaved 16-bit sRGB codes of what comes out, of the same size. */
  readonly out: Uint16Array;
  readonly noiseFloor: number;
}

const shared = (samples: number): Uint16Array => new Uint16Array(new SharedArrayBuffer(2 * samples));

/** All rows of a picture's codes, as those ask who look at it row by row. */
const allRows = (picture: CodedPicture) => ({ ...wholePiece(picture), codes: picture.samples });

/** The picture that a page looks at, with its lights once somebody asks for them. */
let held:
  | ({ readonly whole: CodedPicture; readonly survey: Survey } & Pick<
      FinishedPicture,
      "balancedFor" | "moving" | "scene"
    >)
  | null = null;
let drift: StarDrift | null | undefined;

/** What this thread has begun to finish. */
let work: { readonly picture: OpenedPicture; readonly settled: SettledLook; readonly frame: PictureFrame } | null =
  null;

/** @throws Error when nothing was begun. */
function begun() {
  if (!work) throw new Error("No picture was begun.");
  return work;
}

const finishThread = {
  /** Surveys a picture and holds it for those who look at it closely. */
  async hold(picture: Omit<FinishedPicture, "painted">): Promise<Survey> {
    const whole = await wholePicture(picture.path);
    const { balancedFor, moving, scene } = picture;
    held = { whole, survey: await surveyOf(picture, whole), balancedFor, moving, scene };
    drift = undefined;
    return held.survey;
  },
  /** Codes of an area of the picture that is held, as bytes; then, where that is asked, of what moves in it. @throws Error when none is. */
  async piece(area: Area, asksMoving: boolean): Promise<Uint8Array[]> {
    if (!held) throw new Error("No picture is held.");
    const { whole, moving } = held;
    const { width, height, samples } = whole;
    const codes = cutCodes(samples, { left: 0, top: 0, right: width, bottom: height }, area);
    const moves = asksMoving && moving ? [await movingArea(moving, width, area)] : [];
    return [codes, ...moves].map(({ buffer }) => new Uint8Array(buffer));
  },
  /** How long the stars are of the picture that is held. */
  async drift(): Promise<StarDrift | null> {
    if (!held) return null;
    if (drift === undefined) {
      const { whole, survey, balancedFor, scene } = held;
      drift = starDrift(allRows(whole), await lightsOf(survey, { balancedFor, scene, painted: {} }));
    }
    return drift;
  },
  /** Opens a picture for a look: what that does not ask for is not worked out. */
  async open(picture: FinishedPicture, look: Look): Promise<OpenedPicture> {
    const whole = await wholePicture(picture.path);
    const asked = askedBy(look);
    const known = await knownFor(picture, whole, asked);
    const asShared = (codes: Uint16Array) => {
      const out = shared(codes.length);
      out.set(codes);
      return out;
    };
    const samples = asShared(whole.samples);
    return {
      ...whole,
      ...known,
      samples,
      moving: known.moving && asShared(known.moving),
      out: shared(samples.length),
      drift: asked.drift ? starDrift(allRows(whole), known.lights) : null,
      noiseFloor: noiseFloorStops(known.noise.noise),
    };
  },
  /** Takes a picture that another thread has opened, and a look. @returns Lights that the look names and the picture has not. */
  begin(picture: OpenedPicture, { look, table, space }: LookToWrite): readonly FinishLightId[] {
    const { settled, missing } = settleLook(look, picture.lights, picture.noiseFloor, table, space);
    work = { picture, settled, frame: frameOf(uprightingOf(look), look.crop, picture) };
    return missing;
  },
  /** Finishes rows `from` to `to` of the picture that was begun. */
  finish(from: number, to: number): void {
    const { picture, settled } = begun();
    picture.out.set(finishedRows(picture, settled, from, to), 3 * picture.width * from);
  },
  /** Frames rows `from` to `to` of what comes out, over the picture that it was, which nobody asks for any more. */
  frame(from: number, to: number): void {
    const { picture, frame } = begun();
    const { width, height, samples, out } = picture;
    samples.set(framedRows({ width, height, samples: out }, frame, from, to), 3 * frame.width * from);
  },
};

export type FinishThread = typeof finishThread;
serveThread(finishThread, parentPort);
