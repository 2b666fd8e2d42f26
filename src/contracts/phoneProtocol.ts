import { z } from "zod";

// The phone protocol, version 1: what travels between the application and a phone that it drives by address. It is described in
// docs/phone-protocol.md; docs/phone-protocol.openapi.json is made from these schemas. Either side passes over what it does not know.

/** Where every address of the protocol begins. */
export const PHONE_PATH = "/phone/v1";
/** Counted up when an older side could no longer understand. */
export const PROTOCOL_VERSION = 1;

const seconds = z.number().min(0).max(1e6);
const pixels = z.int().min(1).max(100_000);
const instant = z.iso.datetime();
const words = z.string().max(1000);
/** SHA-256 of a file's bytes, in hexadecimal digits. */
const sha256 = z.string().regex(/^[0-9a-f]{64}$/);

const FILE_KINDS = ["jpeg", "raw+jpeg", "raw"] as const;

/** What a phone can do. It does not change while a run goes on. */
export const phoneCapabilities = z.object({
  protocol: z.literal(PROTOCOL_VERSION),
  name: z.string().min(1).max(80),
  lens: z.object({
    name: z.string().max(80),
    focalLengthMm: z.number().positive(),
    fNumber: z.number().positive(),
    widthPx: pixels,
    heightPx: pixels,
  }),
  shutterLadderSeconds: z.array(z.number().positive()).min(1).max(200),
  isoLadder: z.array(z.number().positive()).min(1).max(200),
  delaysSeconds: z.array(seconds).max(20),
  /** Widths of the pictures that it can write, the largest first. */
  widthsPx: z.array(pixels).min(1).max(20),
  files: z.array(z.enum(FILE_KINDS)).min(1),
  shutterLagSeconds: seconds,
  writeSeconds: seconds,
  canPause: z.boolean(),
});
/** What a phone can do. */
export type PhoneCapabilities = z.infer<typeof phoneCapabilities>;

const RUN_STATES = ["armed", "running", "paused", "done", "aborted", "failed"] as const;

/** What stopped a run, or stands in its way. */
export const PHONE_FAULTS = {
  "card-full": "There is no room left on the phone.",
  "battery-dead": "The phone's battery is empty.",
  "camera-failed": "The phone's camera stopped answering.",
} as const;
const faultCode = z.enum(Object.keys(PHONE_FAULTS) as [keyof typeof PHONE_FAULTS]);

/** A run as the phone knows it. */
export const phoneRun = z.object({
  id: z.uuid(),
  state: z.enum(RUN_STATES),
  line: z.string().max(2000),
  framesWanted: z.int().min(1),
  framesTaken: z.int().min(0),
  /** Null unless it failed. */
  fault: z.object({ code: faultCode, message: words }).nullable(),
});
/** A run as the phone has it. */
export type PhoneRun = z.infer<typeof phoneRun>;

/** What a phone says of itself now. */
export const phoneStatus = z.object({
  /** Of the phone's own clock: whoever asks can tell how far it is from theirs. */
  now: instant,
  batteryPercent: z.number().min(0).max(100),
  sensorCelsius: z.number(),
  freeBytes: z.number().min(0),
  /** The run it holds or has held last; null before the first. */
  run: phoneRun.nullable(),
});
/** How the phone is. */
export type PhoneStatus = z.infer<typeof phoneStatus>;

/** How a phone is set beside a recipe. */
export const phoneSettings = z.object({
  flash: z.enum(["off", "on", "auto"]),
  /** Off: each pixel of the picture is the mean of several of the sensor's. */
  fullSize: z.boolean(),
  rawCopies: z.boolean(),
  nightMode: z.boolean(),
  focusLocked: z.boolean(),
  whiteBalanceLocked: z.boolean(),
});
/** How the phone is set. */
export type PhoneSettings = z.infer<typeof phoneSettings>;
/** Settings to be changed; those left out stay. */
export const phoneSettingsChange = phoneSettings.partial();

/** Asks a phone to make ready for a run. Asked again with the same id and the same run it answers as the first time. */
export const armRequest = z.object({
  id: z.uuid(),
  /** A recipe line. */
  line: z.string().min(1).max(2000),
  widthPx: pixels,
  /** "recipe": in real time. "quick": as fast as it can, of a phone that simulates. */
  pace: z.enum(["recipe", "quick"]).default("recipe"),
  /** Fixes what is random, of a phone that simulates; others pass over it. */
  seed: z
    .int()
    .min(0)
    .max(2 ** 31)
    .default(0),
});
/** What a run is armed with. */
export type ArmRequest = z.input<typeof armRequest>;

const file = {
  name: z.string().min(1).max(200),
  mediaType: z.string().max(80),
  bytes: z.int().min(1),
  sha256,
};

/** A frame that lies on the phone until it is acknowledged. */
export const phoneFrame = z.object({
  run: z.uuid(),
  /** Counts from 0; one that is left out was lost. */
  index: z.int().min(0),
  ...file,
  /** Its raw copy, a file of its own; null where there is none. */
  raw: z.object(file).nullable().default(null),
  takenAt: instant,
  /** As the phone displays it, and as it was in truth where the phone knows. */
  shutterSeconds: z.number().positive(),
  iso: z.number().positive(),
});
/** A frame that lies on the phone. */
export type PhoneFrame = z.infer<typeof phoneFrame>;

/** The frames of a run that are not acknowledged. */
export const phoneFrames = z.object({ run: phoneRun, frames: z.array(phoneFrame) });
/** Those frames, parsed. */
export type PhoneFrames = z.infer<typeof phoneFrames>;

/** What a phone tells without being asked. */
export const phoneEvent = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("run"), run: phoneRun }),
  z.object({ kind: z.literal("frame"), frame: phoneFrame }),
]);
/** Something that happened on the phone. */
export type PhoneEvent = z.infer<typeof phoneEvent>;

/** Everything that a phone can answer instead of what was asked for, with its status. */
export const PHONE_ERRORS = {
  unauthorized: { status: 401, when: "There is no bearer token, or another one." },
  "not-found": { status: 404, when: "There is no such address, run or frame." },
  "wrong-method": { status: 405, when: "The address takes another method." },
  "invalid-request": { status: 400, when: "The body does not fit its schema; details name the places." },
  "too-large": { status: 413, when: "The body is longer than 64 kB." },
  "phone-busy": { status: 409, when: "Another run is armed, running or paused." },
  "wrong-state": { status: 409, when: "The run is not in a state in which this can be done." },
  "cannot-do": { status: 422, when: "The recipe asks for what the phone does not have; details say what, in words." },
  "wrong-range": { status: 416, when: "The range lies outside of the file." },
  "phone-failed": { status: 500, when: "The phone failed at this; the message says how." },
} as const;
/** What a phone may refuse, by its code. */
export type PhoneErrorCode = keyof typeof PHONE_ERRORS;

/** A refusal with its code, in words. */
export const phoneError = z.object({
  code: z.enum(Object.keys(PHONE_ERRORS) as [PhoneErrorCode]),
  message: words,
  details: z.array(words),
});
