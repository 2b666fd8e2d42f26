import { expose, transfer } from "comlink";
import { finishLight } from "../contracts/finish";
import {
  type AtExposure,
  type CodedPicture,
  developPixels,
  exposureToHold,
  exposureToTouch,
  type FinishLightId,
  type FoundLight,
  findLights,
  type LightMeasure,
  type Look,
  type LookOfColour,
  lightOfCodes,
  lookOf,
  measureLight,
  noiseFloorStops,
  type PictureLights,
  type PixelsToDevelop,
  parseLook,
  partsOf,
  reduced,
  settleLook,
  stopsPlane,
} from "../core/finish";

/** A picture that is open to be finished. */
export interface OpenedToFinish {
  /** Of the whole picture, pixels. */
  readonly width: number;
  readonly height: number;
  readonly lights: readonly FoundLight[];
  /** Light that cannot be told from noise, stops under white. */
  readonly noiseFloor: number;
  /** Kelvin for which it was balanced when it was taken; null where nobody knows. */
  readonly balancedFor: number | null;
}

/** A picture under a look, small. */
export interface Developed {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  /** What each light has become, in the order of the picture's; null where nothing is left of it. */
  readonly lights: readonly (LightMeasure | null)[];
  /** Shares of the picture, 0 to 1: white in some channel, black in all. */
  readonly clipped: number;
  readonly crushed: number;
  /** Lights that the look names and the picture has not. */
  readonly missing: readonly FinishLightId[];
}

/** Moves that end where the picture says. */
export type FinishMove = "touch" | "hold";

/** A copy of a picture of which all is known that a look asks for. */
interface Copy extends PixelsToDevelop {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint16Array;
}

interface Opened extends OpenedToFinish {
  readonly address: string;
  readonly found: PictureLights;
  readonly shown: Copy;
  /** Coarse, so that it comes at once under a hand. */
  readonly glance: Copy;
}

const GLANCE_EDGE_PX = 540;
/** Lights are measured in so many pixels of a copy at most. */
const MOST_MEASURED = 60_000;
/** A channel from this code of 16 bits on is white on a screen. */
const WHITE_CODE = 65_407;
/** A pixel that is up to this in all channels is black on one. */
const BLACK_CODE = 128;

let opened: Promise<Opened> | null = null;
let openedAddress: string | null = null;

function copyOf(picture: CodedPicture, found: PictureLights): Copy {
  const light = lightOfCodes(picture.samples, picture.width, picture.height);
  return { ...picture, ...light, ...partsOf(found, light) };
}

/** Takes apart what the server sends; see the route of a finished picture's light. */
async function read(address: string): Promise<Opened> {
  const response = await fetch(new URL(address, self.location.origin));
  if (!response.ok) throw new Error(`The picture's light could not be fetched (${response.status}).`);
  const body = await response.arrayBuffer();
  const headBytes = new DataView(body).getUint32(0, true);
  const head = finishLight.parse(JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, headBytes))));
  let at = 4 + headBytes;
  const next = ({ width, height }: { width: number; height: number }): CodedPicture => {
    const samples = new Uint16Array(body, at, 3 * width * height);
    at += samples.byteLength;
    return { width, height, samples };
  };
  const [shown, small] = [next(head.shown), next(head.small)];
  const moving = head.hasMoving ? next(head.small) : null;
  const light = ({ samples, width, height }: CodedPicture) => lightOfCodes(samples, width, height);
  const noiseFloor = noiseFloorStops(head.noise);
  const found = findLights(light(small), {
    balancedFor: head.balancedFor,
    groundFrom: null,
    moving: moving && light(moving),
    noiseFloor,
  });
  return {
    address,
    width: head.width,
    height: head.height,
    balancedFor: head.balancedFor,
    lights: found.lights,
    noiseFloor,
    found,
    shown: copyOf(shown, found),
    glance: copyOf(reduced(shown, GLANCE_EDGE_PX), found),
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

/** 16-bit codes of a copy under a look. */
function codesOf(copy: Copy, look: Look, picture: Opened): { codes: Uint16Array; missing: readonly FinishLightId[] } {
  const { settled, missing } = settleLook(look, picture.found, picture.noiseFloor);
  const codes = new Uint16Array(copy.samples.length);
  developPixels(settled, copy, codes);
  return { codes, missing };
}

/** What each light has become, by every so many pixels. */
function measured(codes: Uint16Array, { width, height, parts }: Copy): (LightMeasure | null)[] {
  const every = Math.ceil((width * height) / MOST_MEASURED);
  const count = Math.floor((width * height) / every);
  const picked = new Uint16Array(3 * count);
  for (let at = 0; at < count; at++)
    for (let channel = 0; channel < 3; channel++) picked[3 * at + channel] = codes[3 * at * every + channel]!;
  const light = lightOfCodes(picked, count, 1);
  const stops = stopsPlane(light).values;
  return parts.map((part) =>
    measureLight(
      light,
      stops,
      Float32Array.from({ length: count }, (_, at) => part![at * every]!),
    ),
  );
}

const finishWorker = {
  /** Opens a picture. @throws Error when it cannot be fetched. */
  async open(address: string): Promise<OpenedToFinish> {
    const { width, height, lights, noiseFloor, balancedFor } = await openedAt(address);
    return { width, height, lights, noiseFloor, balancedFor };
  },

  /** The picture under a look line; a coarse glance while a hand is on it. */
  async develop(address: string, line: string, isGlance: boolean): Promise<Developed> {
    const picture = await openedAt(address);
    const copy = isGlance ? picture.glance : picture.shown;
    const { codes, missing } = codesOf(copy, lookOfLine(line), picture);
    const data = new Uint8Array(codes.length);
    let [clipped, crushed] = [0, 0];
    for (let at = 0; at < codes.length; at += 3) {
      const [red, green, blue] = [codes[at]!, codes[at + 1]!, codes[at + 2]!];
      if (red >= WHITE_CODE || green >= WHITE_CODE || blue >= WHITE_CODE) clipped++;
      else if (red <= BLACK_CODE && green <= BLACK_CODE && blue <= BLACK_CODE) crushed++;
      data[at] = (red * 255 + 32_767) / 65_535;
      data[at + 1] = (green * 255 + 32_767) / 65_535;
      data[at + 2] = (blue * 255 + 32_767) / 65_535;
    }
    const pixels = codes.length / 3;
    const { width, height } = copy;
    const lights = measured(codes, copy);
    const developed = { width, height, data, lights, clipped: clipped / pixels, crushed: crushed / pixels, missing };
    return transfer(developed, [data.buffer]);
  },

  /** Where a light is, a byte a pixel. */
  async lightAt(
    address: string,
    id: FinishLightId,
  ): Promise<{ width: number; height: number; part: Uint8Array } | null> {
    const { glance, lights } = await openedAt(address);
    const part = glance.parts[lights.findIndex((light) => light.id === id)];
    if (!part) return null;
    return {
      width: glance.width,
      height: glance.height,
      part: Uint8Array.from(part, (value) => Math.round(255 * value)),
    };
  },

  /** Which light has the most of a place, given as shares of the picture; and what colour the place has as it was taken. */
  async placeAt(address: string, x: number, y: number): Promise<{ id: FinishLightId; looks: LookOfColour | null }> {
    const { glance, lights } = await openedAt(address);
    const { width, height, red, green, blue } = glance;
    const [column, row] = [Math.min(width - 1, Math.floor(x * width)), Math.min(height - 1, Math.floor(y * height))];
    const at = row * width + column;
    const own = glance.parts.reduce((best, part, index) => (part![at]! > glance.parts[best]![at]! ? index : best), 0);
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
      glance.samples[at]! >= WHITE_CODE ||
      glance.samples[at + 1]! >= WHITE_CODE ||
      glance.samples[at + 2]! >= WHITE_CODE;
    const at = (exposure: number): AtExposure => {
      const { codes } = codesOf(glance, { ...look, values: { ...look.values, exposure } }, picture);
      let [white, all] = [0, 0];
      for (let pixel = 0; pixel < codes.length; pixel += 3) {
        if (wasWhite(pixel)) continue;
        all++;
        if (codes[pixel]! >= WHITE_CODE || codes[pixel + 1]! >= WHITE_CODE || codes[pixel + 2]! >= WHITE_CODE) white++;
      }
      const darkest = Math.min(...measured(codes, glance).map((light) => light?.darkest ?? 0));
      return { whitened: all > 0 ? white / all : 0, darkest };
    };
    return move === "touch" ? exposureToTouch(at) : exposureToHold(at);
  },
};

export type FinishWorker = typeof finishWorker;
expose(finishWorker);
