import { expose, transfer } from "comlink";
import { finishLight } from "../contracts/finish";
import {
  type AtExposure,
  areaAsked,
  areaBehind,
  type CodedPicture,
  exposureToHold,
  exposureToTouch,
  type FinishLightId,
  type FoundLight,
  findLights,
  finishedArea,
  framedArea,
  type Look,
  type LookOfColour,
  lightOfCodes,
  lookOf,
  type NoiseModel,
  noiseFloorStops,
  type Outline,
  type PictureNoise,
  parseLook,
  partsOfBytes,
  placeUnder,
  reduced,
  settleLook,
  standingOutlines,
} from "../core/finish";
import { type Developed, developedUnder, frameIn, type PictureToDevelop, WHITE_CODE } from "./developedUnder";
import { fetchHeaded } from "./fetchHeaded";
import { bytesOf, type CopyOf, codesOf, framedPlane, heldCopy, measured, pixelAt } from "./finishCopies";
import { pieceOf } from "./finishPieces";
import { tableFor } from "./finishTables";

/** A picture that is open to be finished. */
export interface OpenedToFinish {
  /** Of the whole picture, pixels. */
  readonly width: number;
  readonly height: number;
  readonly lights: readonly FoundLight[];
  /** Light that cannot be told from noise, stops under white. */
  readonly noiseFloor: number;
  readonly noise: NoiseModel;
  /** Kelvin for which it was balanced when it was taken; null where nobody knows. */
  readonly balancedFor: number | null;
  /** Outlines of what stands higher than the camera; none where nobody knows how that was aimed. */
  readonly standing: readonly Outline[];
}

/** A part of a picture under a look, pixel by pixel. */
export interface Closely {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
  /** Where it lies, shares of what comes out. */
  readonly left: number;
  readonly top: number;
}

/** Moves that end where the picture says. */
export type FinishMove = "touch" | "hold";

interface Opened extends OpenedToFinish, PictureToDevelop {
  readonly address: string;
  readonly pictureNoise: PictureNoise;
  readonly shown: CopyOf;
  /** Coarse, so that it comes at once under a hand. */
  readonly glance: CopyOf;
}

const GLANCE_EDGE_PX = 540;

let opened: Promise<Opened> | null = null;
let openedAddress: string | null = null;

/** Takes apart what the server sends; see the route of a finished picture's light. */
async function read(address: string): Promise<Opened> {
  const { head: told, body, at: begins } = await fetchHeaded(address);
  const head = finishLight.parse(told);
  let at = begins;
  const next = ({ width, height }: { width: number; height: number }): CodedPicture => {
    const samples = new Uint16Array(body, at, 3 * width * height);
    at += samples.byteLength;
    return { width, height, samples };
  };
  const [shown, small] = [next(head.shown), next(head.small)];
  const moving = head.hasMoving ? next(head.shown) : null;
  const movingIn = (edgePx: number) => moving && reduced(moving, edgePx);
  const moves = movingIn(Math.max(small.width, small.height));
  const light = ({ samples, width, height }: CodedPicture) => lightOfCodes(samples, width, height);
  const noiseFloor = noiseFloorStops(head.noise);
  const pixels = small.width * small.height;
  const painted = new Map(head.painted.map((id, index) => [id, new Uint8Array(body, at + index * pixels, pixels)]));
  const { balancedFor, eyeLevel, hasWater } = head;
  const known = { balancedFor, eyeLevel, hasWater, moving: moves && light(moves), noiseFloor };
  const found = findLights(light(small), known, partsOfBytes(painted));
  const glance = heldCopy(reduced(shown, GLANCE_EDGE_PX), found, head.width, movingIn(GLANCE_EDGE_PX));
  const sky =
    glance.plain.parts[found.lights.findIndex(({ id }) => id === "sky")] ?? new Float32Array(glance.plain.red.length);
  return {
    address,
    width: head.width,
    height: head.height,
    balancedFor,
    lights: found.lights,
    noiseFloor,
    noise: head.noise,
    found,
    pictureNoise: { noise: head.noise, grains: head.grains },
    depth: head.depth,
    shown: heldCopy(shown, found, head.width, moving),
    glance,
    standing: eyeLevel ? standingOutlines(glance.plain.width, sky, eyeLevel) : [],
  };
}

function openedAt(address: string): Promise<Opened> {
  if (openedAddress !== address || opened === null) {
    openedAddress = address;
    opened = read(address);
    // Whoever asks again tries again.
    opened.catch(() => {
      if (openedAddress === address) openedAddress = null;
    });
  }
  return opened;
}

const lookOfLine = (line: string): Look => parseLook(line).look;

/** Somebody's close look that is still worked out. */
let closeLook: Promise<unknown> = Promise.resolve();

async function closelyAt(
  address: string,
  line: string,
  centre: { readonly x: number; readonly y: number },
  size: { readonly width: number; readonly height: number },
): Promise<Closely> {
  const picture = await openedAt(address);
  const look = lookOfLine(line);
  const { settled } = settleLook(look, picture.found, picture.noiseFloor, await tableFor(look));
  const of = { width: picture.width, height: picture.height };
  const frame = frameIn(look, of);
  const [width, height] = [Math.min(size.width, frame.width), Math.min(size.height, frame.height)];
  const begins = (middle: number, most: number, own: number) =>
    Math.max(0, Math.min(most - own, Math.round(middle * most - own / 2)));
  const [left, top] = [begins(centre.x, frame.width, width), begins(centre.y, frame.height, height)];
  const area = { left, top, right: left + width, bottom: top + height };
  const behind = areaBehind(frame, area, of);
  const asked = areaAsked(behind, settled, of);
  const {
    codes: given,
    moving,
    drift,
  } = await pieceOf({
    address,
    area: asked,
    of,
    asksDrift: settled.stars.round > 0,
    asksMoving: settled.fields.trails !== null,
  });
  const known = { ...of, lights: picture.found, noise: picture.pictureNoise, drift };
  const codes = finishedArea(known, settled, behind, given, moving);
  const data = bytesOf(framedArea({ codes, area: behind, of }, frame, area));
  return transfer({ width, height, data, left: left / frame.width, top: top / frame.height }, [data.buffer]);
}

const finishWorker = {
  /** Opens a picture. @throws Error when it cannot be fetched. */
  async open(address: string): Promise<OpenedToFinish> {
    const { width, height, lights, noiseFloor, noise, balancedFor, standing } = await openedAt(address);
    return { width, height, lights, noiseFloor, noise, balancedFor, standing };
  },

  /** The picture under a look line; a coarse glance while a hand is on it. */
  async develop(address: string, line: string, isGlance: boolean): Promise<Developed> {
    const picture = await openedAt(address);
    await closeLook;
    const look = lookOfLine(line);
    const table = await tableFor(look);
    const developed = developedUnder(isGlance ? picture.glance : picture.shown, look, picture, table);
    return transfer(developed, [developed.data.buffer]);
  },

  /**
   * The picture under a look line pixel by pixel, about a place. It is few pixels: whole copies wait for them.
   *
   * @param centre Shares of what comes out.
   */
  closely(
    address: string,
    line: string,
    centre: { readonly x: number; readonly y: number },
    size: { readonly width: number; readonly height: number },
  ): Promise<Closely> {
    const answer = closelyAt(address, line, centre, size);
    closeLook = answer.catch(() => null);
    return answer;
  },

  /** Where a light is in what comes out, a byte a pixel. */
  async lightAt(
    address: string,
    line: string,
    id: FinishLightId,
  ): Promise<{ width: number; height: number; part: Uint8Array } | null> {
    const { glance, lights } = await openedAt(address);
    const part = glance.plain.parts[lights.findIndex((light) => light.id === id)];
    if (!part) return null;
    const frame = frameIn(lookOfLine(line), glance.plain);
    const bytes = Uint8Array.from(part, (own) => 255 * own + 0.5);
    return { width: frame.width, height: frame.height, part: framedPlane(glance.plain, bytes, frame) };
  },

  /** Which light has the most of a place, given as shares of what comes out; and what colour the place has as it was taken. */
  async placeAt(
    address: string,
    line: string,
    x: number,
    y: number,
  ): Promise<{ id: FinishLightId; looks: LookOfColour | null } | null> {
    const { glance, lights } = await openedAt(address);
    const { width, height, red, green, blue, parts } = glance.plain;
    const frame = frameIn(lookOfLine(line), glance.plain);
    const at = pixelAt(glance.plain, placeUnder(frame.matrix, x * frame.width, y * frame.height));
    if (at === null) return null;
    const [column, row] = [at % width, Math.floor(at / width)];
    const own = parts.reduce((best, part, index) => (part![at]! > parts[best]![at]! ? index : best), 0);
    const sums: [number, number, number] = [0, 0, 0];
    for (let dy = -2; dy <= 2; dy++)
      for (let dx = -2; dx <= 2; dx++) {
        const near =
          Math.max(0, Math.min(height - 1, row + dy)) * width + Math.max(0, Math.min(width - 1, column + dx));
        [red, green, blue].forEach((plane, channel) => {
          sums[channel] = sums[channel]! + plane[near]!;
        });
      }
    return { id: lights[own]!.id, looks: lookOf(sums) };
  },

  /** The exposure with which a move ends, everything else in the line as it is. */
  async exposureFor(address: string, line: string, move: FinishMove): Promise<number> {
    const picture = await openedAt(address);
    const { glance } = picture;
    const look = lookOfLine(line);
    const table = await tableFor(look);
    const wasWhite = (at: number) =>
      glance.plain.samples[at]! >= WHITE_CODE ||
      glance.plain.samples[at + 1]! >= WHITE_CODE ||
      glance.plain.samples[at + 2]! >= WHITE_CODE;
    const at = (exposure: number): AtExposure => {
      const { codes } = codesOf(glance, { ...look, values: { ...look.values, exposure } }, picture, table);
      let [white, all] = [0, 0];
      for (let pixel = 0; pixel < codes.length; pixel += 3) {
        if (wasWhite(pixel)) continue;
        all++;
        if (codes[pixel]! >= WHITE_CODE || codes[pixel + 1]! >= WHITE_CODE || codes[pixel + 2]! >= WHITE_CODE) white++;
      }
      const darkest = Math.min(...measured(codes, glance.plain).map((light) => light?.darkest ?? 0));
      return { whitened: all > 0 ? white / all : 0, darkest };
    };
    return move === "touch" ? exposureToTouch(at) : exposureToHold(at);
  },
};

export type FinishWorker = typeof finishWorker;
expose(finishWorker);
