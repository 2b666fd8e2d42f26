import { expose, transfer } from "comlink";
import { finishLight, finishPieceHead } from "../contracts/finish";
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
  framedRows,
  frameOf,
  type LightMeasure,
  type Look,
  type LookOfColour,
  type Losses,
  lightOfCodes,
  lookOf,
  lossesOf,
  type NoiseModel,
  noiseFloorStops,
  type PictureFrame,
  type PictureLights,
  type PictureNoise,
  parseLook,
  partsOfBytes,
  placeUnder,
  reduced,
  settleLook,
  uprightingOf,
} from "../core/finish";
import {
  bytesOf,
  type CopyOf,
  codesOf,
  heldCopy,
  histogramOf,
  measured,
  pixelAt,
  recolouredShare,
} from "./finishCopies";

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
}

/** What is left of a picture once it is set upright and cut. */
export interface FramedSize {
  /** At full size, pixels. */
  readonly width: number;
  readonly height: number;
  /** Whether corners lie beyond the picture and are black. */
  readonly hasEmpty: boolean;
}

/** A picture under a look, small. */
export interface Developed extends Losses {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  /** What each light has become, in the order of the picture's; null where nothing is left of it. */
  readonly lights: readonly (LightMeasure | null)[];
  /** Shares of the picture, 0 to 1: white in some channel, black in all. */
  readonly clipped: number;
  readonly crushed: number;
  /** Shares of its pixels by their luminance, from white down, a quarter of a stop each. */
  readonly histogram: readonly number[];
  /** Lights that the look names and the picture has not. */
  readonly missing: readonly FinishLightId[];
  readonly whole: FramedSize;
  /** Share of the picture that was given a colour that its pixels have lost. */
  readonly recoloured: number;
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

interface Opened extends OpenedToFinish {
  readonly address: string;
  readonly found: PictureLights;
  readonly pictureNoise: PictureNoise;
  readonly depth: 8 | 16;
  readonly shown: CopyOf;
  /** Coarse, so that it comes at once under a hand. */
  readonly glance: CopyOf;
}

const GLANCE_EDGE_PX = 540;
/** A channel from this code of 16 bits on is white on a screen. */
const WHITE_CODE = 65_407;
/** A pixel that is up to this in all channels is black on one. */
const BLACK_CODE = 128;

let opened: Promise<Opened> | null = null;
let openedAddress: string | null = null;

/** Fetches a head of JSON and numbers after it; see `headed`. */
async function fetchHeaded(address: string | URL): Promise<{ head: unknown; body: ArrayBuffer; at: number }> {
  const response = await fetch(new URL(address, self.location.origin));
  if (!response.ok) throw new Error(`The picture's light could not be fetched (${response.status}).`);
  const body = await response.arrayBuffer();
  const headBytes = new DataView(body).getUint32(0, true);
  const head: unknown = JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, headBytes)));
  return { head, body, at: 4 + headBytes };
}

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
  const moving = head.hasMoving ? next(head.small) : null;
  const light = ({ samples, width, height }: CodedPicture) => lightOfCodes(samples, width, height);
  const noiseFloor = noiseFloorStops(head.noise);
  const pixels = small.width * small.height;
  const painted = new Map(head.painted.map((id, index) => [id, new Uint8Array(body, at + index * pixels, pixels)]));
  const known = { balancedFor: head.balancedFor, groundFrom: null, moving: moving && light(moving), noiseFloor };
  const found = findLights(light(small), known, partsOfBytes(painted));
  return {
    address,
    width: head.width,
    height: head.height,
    balancedFor: head.balancedFor,
    lights: found.lights,
    noiseFloor,
    noise: head.noise,
    found,
    pictureNoise: { noise: head.noise, grains: head.grains },
    depth: head.depth,
    shown: heldCopy(shown, found, head.width),
    glance: heldCopy(reduced(shown, GLANCE_EDGE_PX), found, head.width),
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

const frameIn = (look: Look, size: { readonly width: number; readonly height: number }): PictureFrame =>
  frameOf(uprightingOf(look), look.crop, size);

const finishWorker = {
  /** Opens a picture. @throws Error when it cannot be fetched. */
  async open(address: string): Promise<OpenedToFinish> {
    const { width, height, lights, noiseFloor, noise, balancedFor } = await openedAt(address);
    return { width, height, lights, noiseFloor, noise, balancedFor };
  },

  /** The picture under a look line; a coarse glance while a hand is on it. */
  async develop(address: string, line: string, isGlance: boolean): Promise<Developed> {
    const picture = await openedAt(address);
    const look = lookOfLine(line);
    const { codes, missing, settled, prepared } = codesOf(isGlance ? picture.glance : picture.shown, look, picture);
    let [clipped, crushed] = [0, 0];
    for (let at = 0; at < codes.length; at += 3) {
      const [red, green, blue] = [codes[at]!, codes[at + 1]!, codes[at + 2]!];
      if (red >= WHITE_CODE || green >= WHITE_CODE || blue >= WHITE_CODE) clipped++;
      else if (red <= BLACK_CODE && green <= BLACK_CODE && blue <= BLACK_CODE) crushed++;
    }
    const pixels = codes.length / 3;
    const { width, height } = prepared;
    const frame = frameIn(look, prepared);
    const whole = frameIn(look, picture);
    const data = bytesOf(framedRows({ width, height, samples: codes }, frame, 0, frame.height));
    const developed = {
      width: frame.width,
      height: frame.height,
      data,
      lights: measured(codes, prepared),
      clipped: clipped / pixels,
      crushed: crushed / pixels,
      histogram: histogramOf(codes),
      missing,
      recoloured: recolouredShare(prepared, settled, picture.found),
      whole: { width: whole.width, height: whole.height, hasEmpty: whole.hasEmpty },
      ...lossesOf(settled, prepared, prepared, { depth: picture.depth, noise: picture.noise }),
    };
    return transfer(developed, [data.buffer]);
  },

  /**
   * The picture under a look line pixel by pixel, about a place.
   *
   * @param centre Shares of what comes out.
   */
  async closely(
    address: string,
    line: string,
    centre: { readonly x: number; readonly y: number },
    size: { readonly width: number; readonly height: number },
  ): Promise<Closely> {
    const picture = await openedAt(address);
    const look = lookOfLine(line);
    const { settled } = settleLook(look, picture.found, picture.noiseFloor);
    const of = { width: picture.width, height: picture.height };
    const frame = frameIn(look, of);
    const [width, height] = [Math.min(size.width, frame.width), Math.min(size.height, frame.height)];
    const begins = (middle: number, most: number, own: number) =>
      Math.max(0, Math.min(most - own, Math.round(middle * most - own / 2)));
    const [left, top] = [begins(centre.x, frame.width, width), begins(centre.y, frame.height, height)];
    const area = { left, top, right: left + width, bottom: top + height };
    const behind = areaBehind(frame, area, of);
    const asked = areaAsked(behind, settled, of);
    const url = new URL(address.replace("/light", "/piece"), self.location.origin);
    url.search = new URLSearchParams({
      ...Object.fromEntries(Object.entries(asked).map(([side, at]) => [side, String(at)])),
      drift: settled.stars.round > 0 ? "1" : "0",
    }).toString();
    const { head, body, at } = await fetchHeaded(url);
    const { drift } = finishPieceHead.parse(head);
    const known = { ...of, lights: picture.found, noise: picture.pictureNoise, drift };
    const codes = finishedArea(known, settled, behind, new Uint16Array(body, at));
    const data = bytesOf(framedArea({ codes, area: behind, of }, frame, area));
    return transfer({ width, height, data, left: left / frame.width, top: top / frame.height }, [data.buffer]);
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
    const { width, height } = frame;
    const out = new Uint8Array(width * height);
    for (let at = 0; at < out.length; at++) {
      const pixel = pixelAt(glance.plain, placeUnder(frame.matrix, (at % width) + 0.5, Math.floor(at / width) + 0.5));
      if (pixel !== null) out[at] = Math.round(255 * part[pixel]!);
    }
    return { width, height, part: out };
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
    const wasWhite = (at: number) =>
      glance.plain.samples[at]! >= WHITE_CODE ||
      glance.plain.samples[at + 1]! >= WHITE_CODE ||
      glance.plain.samples[at + 2]! >= WHITE_CODE;
    const at = (exposure: number): AtExposure => {
      const { codes } = codesOf(glance, { ...look, values: { ...look.values, exposure } }, picture);
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
