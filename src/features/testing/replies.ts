import type {
  FrameReply,
  JobReply,
  LogRowReply,
  OutingReply,
  RunReply,
  ShotReply,
  SiteReply,
  StackReply,
} from "@/contracts/replies";
import { stackParameters } from "@/contracts/stack";
import type { StackMethod } from "@/core/stack";
import type { RunWithFrames } from "@/features/api/queries";

const id = () => crypto.randomUUID();
const CREATED = "2026-11-25T18:00:00.000Z";

/** A frame as the application answers. */
export const frameReply = (name: string, change: Partial<FrameReply> = {}): FrameReply => ({
  id: id(),
  name,
  hash: `hash-${name}`,
  thumbnailHash: `small-${name}`,
  bytes: 1000,
  width: 1020,
  height: 765,
  depth: 8,
  takenAt: CREATED,
  shutterSeconds: 1,
  iso: 50,
  fNumber: 1.8,
  camera: "Pocket A",
  recipeLine: null,
  rawBytes: null,
  runIndex: null,
  warning: null,
  choice: null,
  arrival: 1,
  ...change,
});

/** A run with its frames. */
export const runWithFrames = (frames: readonly FrameReply[], change: Partial<RunReply["run"]> = {}): RunWithFrames => ({
  run: {
    id: id(),
    shotId: id(),
    source: "phone",
    handWay: null,
    recipeLine: "3 x 1s | iso 50 -> mean",
    phoneName: "Pocket A",
    state: "done",
    framesWanted: frames.length,
    problem: null,
    waitingSince: null,
    mayBeLeft: false,
    clockAheadSeconds: null,
    refused: [],
    createdAt: CREATED,
    ...change,
  },
  frameCount: frames.length,
  lastFrame: frames.at(-1) ?? null,
  marks: [],
  handFrames: [],
  frames: [...frames],
});

/** A job on its way. */
export const jobReply = (change: Partial<JobReply> = {}): JobReply => ({
  id: id(),
  state: "running",
  done: 3,
  total: 12,
  framesPerSecond: 2.5,
  secondsLeft: 3.6,
  resumed: 0,
  problem: null,
  ...change,
});

/** A finished stack. */
export const stackReply = (method: StackMethod, change: Partial<StackReply["stack"]> = {}): StackReply => ({
  stack: {
    id: id(),
    runId: id(),
    parameters: stackParameters.parse({ method }),
    inputs: [],
    resultHash: "result",
    thumbnailHash: "small",
    layers: null,
    layersHash: null,
    balance: null,
    balancedHash: null,
    width: 1020,
    height: 765,
    framesUsed: 9,
    gapsLeft: null,
    refused: [],
    seconds: 1.24,
    version: "0.1.0",
    createdAt: CREATED,
    ...change,
  },
  job: null,
});

/** A shot that is not placed yet. */
export const shotReply = (name: string, change: Partial<ShotReply> = {}): ShotReply => ({
  id: id(),
  outingId: id(),
  name,
  recipeLine: "24 x 2s every 2.5s | iso 50 -> mean",
  intent: "light-trails",
  beginsAt: null,
  minutes: 10,
  walkMinutes: 5,
  setupMinutes: 3,
  scene: null,
  aim: null,
  camera: null,
  own: null,
  beforeRun: null,
  ...change,
});

/** A lit site by the sea. */
export const siteReply = (change: Partial<SiteReply> = {}): SiteReply => ({
  id: id(),
  name: "Pier",
  latitudeDeg: 48.2,
  longitudeDeg: 16.4,
  zone: "Europe/Vienna",
  darkSkyMagPerArcsec2: 20,
  lampEv: 4,
  road: "main",
  tidal: true,
  coreAltitudeDeg: 10,
  horizon: [],
  series: { weatherRows: [], tideRows: [], trafficRows: [] },
  hazards: "Wet steps.",
  access: "Open at all hours.",
  ...change,
});

/** An outing at a site with shots. */
export const outingReply = (shots: readonly ShotReply[], site: SiteReply | null = siteReply()): OutingReply => ({
  outing: { id: shots[0]?.outingId ?? id(), name: "Evening", date: "2026-10-24", overrides: null },
  site,
  shots: [...shots],
});

/** An entry of the log. */
export const logRow = (change: Partial<LogRowReply["entry"]> = {}): LogRowReply => ({
  entry: {
    id: id(),
    outingId: id(),
    shotId: id(),
    stackId: null,
    kind: "run",
    recipeLine: "3 x 1s | iso 50",
    phoneName: "Pocket A",
    frameCount: 3,
    refusedCount: 0,
    thumbnailHash: null,
    note: "",
    rating: null,
    createdAt: CREATED,
    ...change,
  },
  outingName: "Evening",
  shotName: "Pier",
});
