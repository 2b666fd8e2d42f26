import { z } from "zod";
import { savedScene } from "@/core/facts/savedScene";
import { INTENT_IDS } from "@/core/intent/ids";
import { BIN_COUNT } from "@/core/picture/statistics";
import { LAYER_IDS } from "@/core/stack/layerIds";
import { beforeRun } from "./beforeRun";
import { lookHistory, paintedLights } from "./finish";
import { frameChoice } from "./frameFigures";
import { HAND_WAYS, handFrame } from "./handFrame";
import { ownPicture } from "./own";
import { shotCamera } from "./phone";
import { runMark } from "./runMark";
import { shotAim } from "./scene";
import { nightOverrides, siteRequest } from "./site";
import { layerStops, refusedFile, stackInput, stackParameters } from "./stack";
import { JOB_STATES, LOG_KINDS, RUN_SOURCES, RUN_STATES } from "./states";

const instant = z.iso.datetime();
const refused = z.array(refusedFile);

/** Done, and nothing to tell. */
export const doneReply = z.object({});

/** What was made. */
export const createdReply = z.object({ id: z.uuid() });

/** A site. */
export const siteReply = siteRequest.extend({ id: z.uuid() }).strip();

const outing = z.object({
  id: z.uuid(),
  name: z.string(),
  date: z.string(),
  overrides: nightOverrides.nullable(),
});

/** A shot. */
export const shotReply = z.object({
  id: z.uuid(),
  outingId: z.uuid(),
  name: z.string(),
  recipeLine: z.string(),
  intent: z.enum(INTENT_IDS),
  beginsAt: instant.nullable(),
  minutes: z.number(),
  walkMinutes: z.number(),
  setupMinutes: z.number(),
  scene: savedScene.nullable(),
  aim: shotAim.nullable(),
  camera: shotCamera.nullable(),
  own: ownPicture.nullable(),
  beforeRun: beforeRun.nullable(),
});

/** All outings, the latest night first. */
export const outingListReply = z.array(
  outing.extend({
    siteName: z.string().nullable(),
    firstShotId: z.uuid().nullable(),
    pictureHash: z.string().nullable(),
  }),
);

/** An outing that was changed. */
export const outingRowReply = outing;

/** An outing that was started, and its first shot. */
export const outingStarted = z.object({ outing, shotId: z.uuid() });

/** A shot that was planned for an intent's next good window. */
export const tonightReply = z.object({ outingId: z.uuid(), shotId: z.uuid() });

/** A recipe line in its usual spelling. */
export const recipeReply = z.object({ line: z.string() });

/** An outing with its site and shots. */
export const outingReply = z.object({ outing, site: siteReply.nullable(), shots: z.array(shotReply) });

/** A frame of a run. */
export const frameReply = z.object({
  id: z.uuid(),
  name: z.string(),
  hash: z.string(),
  thumbnailHash: z.string(),
  bytes: z.number(),
  width: z.number(),
  height: z.number(),
  depth: z.number(),
  takenAt: instant.nullable(),
  shutterSeconds: z.number().nullable(),
  iso: z.number().nullable(),
  fNumber: z.number().nullable(),
  camera: z.string().nullable(),
  recipeLine: z.string().nullable(),
  /** Bytes of its raw copy; null where it has none. */
  rawBytes: z.number().nullable(),
  /** Which of a phone's run it is, from 0; null for a file of one's own. */
  runIndex: z.number().nullable(),
  warning: z.string().nullable(),
  choice: frameChoice,
  arrival: z.number(),
});

/** The problem of a change to what somebody else has changed meanwhile. */
export const CHANGED_ELSEWHERE = "changed-elsewhere";

/** A run and how much it holds; its frames come by page. */
export const runReply = z.object({
  run: z.object({
    id: z.uuid(),
    shotId: z.uuid(),
    source: z.enum(RUN_SOURCES),
    handWay: z.enum(HAND_WAYS).nullable(),
    recipeLine: z.string(),
    phoneName: z.string().nullable(),
    state: z.enum(RUN_STATES),
    framesWanted: z.number(),
    problem: z.string().nullable(),
    /** Since when its phone is out of reach; whether frames may still lie on that once it has ended. */
    waitingSince: instant.nullable(),
    mayBeLeft: z.boolean(),
    /** How far its phone's clock was ahead; its frames' times are corrected by that. */
    clockAheadSeconds: z.number().nullable(),
    refused,
    createdAt: instant,
  }),
  frameCount: z.number(),
  lastFrame: frameReply.nullable(),
  marks: z.array(runMark),
  /** Of a run by hand, in the order they were logged. */
  handFrames: z.array(handFrame),
});

/** A page of a run's frames, in the order of arrival. */
export const framesReply = z.object({ frames: z.array(frameReply), more: z.boolean() });

/** A run as it stands and the frames that are new, as its stream of events sends it. */
export const runEvent = runReply.extend({ frames: z.array(frameReply) });

/** A job and how far it is. */
export const jobReply = z.object({
  id: z.uuid(),
  state: z.enum(JOB_STATES),
  done: z.number(),
  total: z.number(),
  framesPerSecond: z.number(),
  secondsLeft: z.number().nullable(),
  resumed: z.number(),
  problem: z.string().nullable(),
});

/** A stack with the job that makes it. */
export const stackReply = z.object({
  stack: z.object({
    id: z.uuid(),
    runId: z.uuid(),
    parameters: stackParameters,
    inputs: z.array(stackInput),
    resultHash: z.string().nullable(),
    thumbnailHash: z.string().nullable(),
    layers: z.array(z.enum(LAYER_IDS)).readonly().nullable(),
    layersHash: z.string().nullable(),
    balance: layerStops.nullable(),
    balancedHash: z.string().nullable(),
    width: z.number().nullable(),
    height: z.number().nullable(),
    framesUsed: z.number().nullable(),
    gapsLeft: z.number().nullable(),
    refused,
    seconds: z.number().nullable(),
    version: z.string(),
    createdAt: instant,
  }),
  job: jobReply.nullable(),
});

/** How a stack's parts are weighed, and what comes of it. */
export const balancedReply = stackReply.shape.stack.pick({ balance: true, balancedHash: true });

/** A stack that was begun. */
export const stackStarted = z.object({ id: z.uuid(), jobId: z.uuid() });

/** A version of a picture that is finished. */
export const finishReply = z.object({
  id: z.uuid(),
  stackId: z.uuid().nullable(),
  frameId: z.uuid().nullable(),
  name: z.string(),
  history: lookHistory,
  painted: paintedLights,
  createdAt: instant,
});

/** A look that was saved. */
export const lookReply = z.object({ id: z.uuid(), name: z.string(), line: z.string() });

/** Fused pictures of all outings, newest first. */
export const resultsReply = z.array(
  z.object({
    stackId: z.uuid(),
    shotId: z.uuid(),
    hash: z.string(),
    shotName: z.string(),
    outingName: z.string(),
    createdAt: instant,
  }),
);

/** A table of colours that is kept. */
export const tableReply = z.object({ id: z.uuid(), name: z.string() });

/** How far a version's picture is, 0 to 1. */
export const makingReply = z.object({ part: z.number().min(0).max(1) });

/** A shot with everything made for it, newest first. */
export const shotDetailReply = z.object({
  shot: shotReply,
  runs: z.array(runReply),
  stacks: z.array(stackReply),
  finishes: z.array(finishReply),
});

/** What a meter makes of a test picture, and what the picture says of its settings. */
export const measureReply = z.object({
  errors: z.object({ centre: z.number(), matrix: z.number(), spot: z.number() }),
  clippedAny: z.number(),
  crushedAll: z.number(),
  /** Width of its sharpest edges, pixels; null where it has too few. */
  sharpPx: z.number().nullable(),
  /** So much wider they are in one direction. */
  shake: z.object({ directionDeg: z.number(), px: z.number() }).nullable(),
  shutterSeconds: z.number().nullable(),
  iso: z.number().nullable(),
  fNumber: z.number().nullable(),
  recipeLine: z.string().nullable(),
});
/** What a meter makes of a picture. */
export type MeasureReply = z.infer<typeof measureReply>;

/** A person's own picture of a place, kept, with what it says of itself. */
export const ownPictureReply = z.object({
  hash: z.string(),
  width: z.int().positive(),
  height: z.int().positive(),
  measured: measureReply,
});

const bins = z.array(z.number()).length(BIN_COUNT).readonly();

/** A stored picture's size and what its pixels say, before any of them is sent. */
export const pictureViewReply = z.object({
  width: z.int().positive(),
  height: z.int().positive(),
  clippedAny: z.number(),
  clippedAll: z.number(),
  crushedAll: z.number(),
  light: z.object({ red: bins, green: bins, blue: bins, luminance: bins }),
});
/** A stored picture's size and its histogram. */
export type PictureViewReply = z.infer<typeof pictureViewReply>;

/** Places of the gazetteer that match a search, the largest first. */
export const placesReply = z.array(
  z.object({ name: z.string(), country: z.string(), latitudeDeg: z.number(), longitudeDeg: z.number() }),
);

/** What of a dropped file was taken, and what was not. */
export const importReply = z.object({ taken: z.number(), refused });

/** What was done, and what somebody says of it. */
export const logEntryReply = z.object({
  id: z.uuid(),
  outingId: z.uuid(),
  shotId: z.uuid().nullable(),
  stackId: z.uuid().nullable(),
  kind: z.enum(LOG_KINDS),
  recipeLine: z.string(),
  phoneName: z.string().nullable(),
  frameCount: z.number(),
  refusedCount: z.number(),
  thumbnailHash: z.string().nullable(),
  note: z.string(),
  rating: z.number().nullable(),
  createdAt: instant,
});

/** The log, the latest first, with the names of what it is about. */
export const logReply = z.array(
  z.object({ entry: logEntryReply, outingName: z.string(), shotName: z.string().nullable() }),
);

/** What went wrong, in words a person can act on. */
export const problemReply = z.object({ code: z.string(), message: z.string(), details: z.array(z.string()) });

/** A site as pages get it. */
export type SiteReply = z.infer<typeof siteReply>;
/** A shot as pages get it. */
export type ShotReply = z.infer<typeof shotReply>;
/** All outings as pages get them. */
export type OutingListReply = z.infer<typeof outingListReply>;
/** An outing as pages get it. */
export type OutingReply = z.infer<typeof outingReply>;
/** A frame as pages get it. */
export type FrameReply = z.infer<typeof frameReply>;
/** A run as pages get it. */
export type RunReply = z.infer<typeof runReply>;
/** A job as pages get it. */
export type JobReply = z.infer<typeof jobReply>;
/** A stack as pages get it. */
export type StackReply = z.infer<typeof stackReply>;
/** A version of a finished picture as pages get it. */
export type FinishReply = z.infer<typeof finishReply>;
/** A saved look as pages get it. */
export type LookReply = z.infer<typeof lookReply>;
/** A fused picture as pages get it. */
export type ResultReply = z.infer<typeof resultsReply>[number];
/** A table of colours as pages get it. */
export type TableReply = z.infer<typeof tableReply>;
/** A shot with its runs, stacks and finished pictures as pages get it. */
export type ShotDetailReply = z.infer<typeof shotDetailReply>;
/** A row of the log as pages get it. */
export type LogRowReply = z.infer<typeof logReply>[number];
/** A problem as pages get it. */
export type ProblemReply = z.infer<typeof problemReply>;
