import { sql } from "drizzle-orm";
import {
  bigserial,
  boolean,
  doublePrecision,
  index,
  integer,
  pgTable,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import { z } from "zod";
import { beforeRun } from "@/contracts/beforeRun";
import { lookHistory, paintedLights } from "@/contracts/finish";
import { FRAME_CHOICES, frameFigures, plannedFrame } from "@/contracts/frameFigures";
import { HAND_STATES, HAND_WAYS } from "@/contracts/handFrame";
import { ownPicture } from "@/contracts/own";
import { shotCamera } from "@/contracts/phone";
import { MARK_KINDS } from "@/contracts/runMark";
import { shotAim } from "@/contracts/scene";
import { horizonProfile, nightOverrides, siteSeries } from "@/contracts/site";
import { layerStops, refusedFile, stackInput, stackParameters } from "@/contracts/stack";
import { JOB_KINDS, JOB_STATES, LOG_KINDS, RUN_SOURCES, RUN_STATES } from "@/contracts/states";
import { ROAD_CLASSES } from "@/core/conditions";
import { savedScene } from "@/core/facts";
import { INTENT_IDS } from "@/core/intent";
import { LAYER_IDS } from "@/core/stack/layerIds";
import { storedJson, storedWord } from "./stored";

/** To a shot from the one before, and to set up there, until a person says otherwise. */
export const USUAL_WALK_MINUTES = 5;
export const USUAL_SETUP_MINUTES = 3;

const id = () => uuid("id").primaryKey().defaultRandom();
const createdAt = () => timestamp("created_at", { withTimezone: true }).notNull().defaultNow();
const instant = (name: string) => timestamp(name, { withTimezone: true });

/** Places to photograph from. */
export const sites = pgTable("sites", {
  id: id(),
  name: text("name").notNull(),
  latitudeDeg: doublePrecision("latitude_deg").notNull(),
  longitudeDeg: doublePrecision("longitude_deg").notNull(),
  zone: text("zone").notNull(),
  darkSkyMagPerArcsec2: doublePrecision("dark_sky_mag_per_arcsec2").notNull(),
  /** EV at ISO 100 of what the lamps light. */
  lampEv: doublePrecision("lamp_ev").notNull().default(4),
  road: storedWord("road", ROAD_CLASSES).notNull().default("street"),
  tidal: boolean("tidal").notNull().default(false),
  /** Least altitude at which the galactic centre counts as up. */
  coreAltitudeDeg: doublePrecision("core_altitude_deg").notNull().default(10),
  horizon: storedJson("horizon", horizonProfile.readonly())
    .notNull()
    .$defaultFn(() => []),
  hazards: text("hazards").notNull().default(""),
  access: text("access").notNull().default(""),
  /** Forecast, tide and traffic from a person's own files. */
  series: storedJson("series", siteSeries)
    .notNull()
    .$defaultFn(() => ({ weatherRows: [], tideRows: [], trafficRows: [] })),
  /** Set while a site is deleted but may be brought back. */
  deletedAt: instant("deleted_at"),
  createdAt: createdAt(),
});

/** One night at one site; an outing of loose files has no site. */
export const outings = pgTable(
  "outings",
  {
    id: id(),
    siteId: uuid("site_id").references(() => sites.id, { onDelete: "set null" }),
    name: text("name").notNull(),
    /** Local mean solar date on whose noon the night begins. */
    date: text("date").notNull(),
    /** Values of the night that a person typed over the stand-ins; null for none. */
    overrides: storedJson("overrides", nightOverrides),
    createdAt: createdAt(),
  },
  ({ siteId, date }) => [index("outings_site_index").on(siteId), index("outings_date_index").on(date)],
);

/** Intended pictures. */
export const shots = pgTable(
  "shots",
  {
    id: id(),
    outingId: uuid("outing_id")
      .notNull()
      .references(() => outings.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    position: integer("position").notNull(),
    /** Its settings, in the usual spelling; empty until there are some. */
    recipeLine: text("recipe_line").notNull().default(""),
    intent: storedWord("intent", INTENT_IDS).notNull().default("light-trails"),
    /** When its block begins; null until it is placed on the night. */
    beginsAt: instant("begins_at"),
    minutes: doublePrecision("minutes").notNull().default(10),
    walkMinutes: doublePrecision("walk_minutes").notNull().default(USUAL_WALK_MINUTES),
    setupMinutes: doublePrecision("setup_minutes").notNull().default(USUAL_SETUP_MINUTES),
    /** What a person says of the scene and chooses of the schools; null while the intent's usual ones hold. */
    scene: storedJson("scene", savedScene),
    /** Where the camera looks; null until it was turned. */
    aim: storedJson("aim", shotAim),
    /** Phone, lens and what is clipped on; null for the kit's first. */
    camera: storedJson("camera", shotCamera),
    /** A person's own picture of the place and what was drawn on it; null without one. */
    own: storedJson("own", ownPicture),
    /** What was ticked of the list before a run; null before anything was. */
    beforeRun: storedJson("before_run", beforeRun),
    deletedAt: instant("deleted_at"),
    createdAt: createdAt(),
  },
  ({ outingId, position }) => [index("shots_outing_index").on(outingId, position)],
);

/** Executions of a recipe on a phone or by hand, or batches of a person's own files. */
export const runs = pgTable(
  "runs",
  {
    id: id(),
    shotId: uuid("shot_id")
      .notNull()
      .references(() => shots.id, { onDelete: "cascade" }),
    source: storedWord("source", RUN_SOURCES).notNull(),
    /** Of a run by hand. */
    handWay: storedWord("hand_way", HAND_WAYS),
    recipeLine: text("recipe_line").notNull(),
    phoneName: text("phone_name"),
    state: storedWord("state", RUN_STATES).notNull(),
    framesWanted: integer("frames_wanted").notNull(),
    problem: text("problem"),
    refused: storedJson("refused", z.array(refusedFile).readonly())
      .notNull()
      .$defaultFn(() => []),
    createdAt: createdAt(),
    endedAt: instant("ended_at"),
    /** Last sign of life of the process that fills it. */
    beatAt: instant("beat_at"),
    /** Since when its phone is out of reach, and whether frames may still lie on that. */
    waitingSince: instant("waiting_since"),
    mayBeLeft: boolean("may_be_left").notNull().default(false),
    /** How far its phone's clock was ahead of this machine's; null where nobody has measured. */
    clockAheadSeconds: doublePrecision("clock_ahead_seconds"),
  },
  ({ shotId, state }) => [index("runs_shot_index").on(shotId), index("runs_state_index").on(state)],
);

/** What somebody said of a run's frames while it went on. */
export const runMarks = pgTable(
  "run_marks",
  {
    id: id(),
    runId: uuid("run_id")
      .notNull()
      .references(() => runs.id, { onDelete: "cascade" }),
    kind: storedWord("kind", MARK_KINDS).notNull(),
    frame: integer("frame").notNull(),
    text: text("text").notNull(),
    /** Of a spoken note: where its sound lies in the store, and its kind. */
    soundHash: text("sound_hash"),
    soundType: text("sound_type"),
    createdAt: createdAt(),
  },
  ({ runId }) => [index("run_marks_run_index").on(runId)],
);

/** Frames of a run by hand, as they were logged. */
export const handFrames = pgTable(
  "hand_frames",
  {
    id: id(),
    runId: uuid("run_id")
      .notNull()
      .references(() => runs.id, { onDelete: "cascade" }),
    number: integer("number").notNull(),
    takenAt: instant("taken_at").notNull(),
    shutterSeconds: doublePrecision("shutter_seconds"),
    iso: doublePrecision("iso"),
    state: storedWord("state", HAND_STATES).notNull().default("good"),
    note: text("note").notNull().default(""),
    createdAt: createdAt(),
  },
  ({ runId, number }) => [unique("hand_frames_once").on(runId, number)],
);

/** Pictures of a run; the bytes lie in the store under their hash. */
export const frames = pgTable(
  "frames",
  {
    id: id(),
    runId: uuid("run_id")
      .notNull()
      .references(() => runs.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    hash: text("hash").notNull(),
    thumbnailHash: text("thumbnail_hash").notNull(),
    bytes: doublePrecision("bytes").notNull(),
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    depth: integer("depth").$type<8 | 16>().notNull(),
    takenAt: instant("taken_at"),
    shutterSeconds: doublePrecision("shutter_seconds"),
    iso: doublePrecision("iso"),
    fNumber: doublePrecision("f_number"),
    camera: text("camera"),
    recipeLine: text("recipe_line"),
    /** Its raw copy in the store, as the phone wrote it. */
    rawHash: text("raw_hash"),
    rawBytes: doublePrecision("raw_bytes"),
    /** Which of a phone's run it is, from 0; null for files. */
    runIndex: integer("run_index"),
    /** What the decoder found wrong with it; such a frame is only fused when somebody says so. */
    warning: text("warning"),
    /** What was measured of it; null before that. */
    figures: storedJson("figures", frameFigures),
    measuredAt: instant("measured_at"),
    /** What the shot's plan said of such a frame when it was measured; null where nobody knows its settings. */
    planned: storedJson("planned", plannedFrame),
    /** What somebody thinks of it; null while what is proposed holds. */
    choice: storedWord("choice", FRAME_CHOICES),
    /** In the order of arrival, over all runs. */
    arrival: bigserial("arrival", { mode: "number" }).notNull(),
    createdAt: createdAt(),
  },
  ({ runId, arrival, hash, runIndex }) => [
    index("frames_run_index").on(runId, arrival),
    // Files are told apart by their bytes; of a phone two frames may be the same to the last bit.
    uniqueIndex("frames_once_in_a_run").on(runId, hash).where(sql`run_index is null`),
    unique("frames_once_in_a_phones_run").on(runId, runIndex),
  ],
);

/** Fusions, with everything needed to make them again. */
export const stacks = pgTable(
  "stacks",
  {
    id: id(),
    shotId: uuid("shot_id")
      .notNull()
      .references(() => shots.id, { onDelete: "cascade" }),
    runId: uuid("run_id")
      .notNull()
      .references(() => runs.id, { onDelete: "cascade" }),
    parameters: storedJson("parameters", stackParameters).notNull(),
    inputs: storedJson("inputs", z.array(stackInput).readonly()).notNull(),
    /** Frames taken with the lens covered, as they were when the stack was asked for; null for none. */
    darks: storedJson("darks", z.array(stackInput).readonly()),
    /** Set when the stack is done. */
    resultHash: text("result_hash"),
    thumbnailHash: text("thumbnail_hash"),
    /** The parts of which the result is made, the pages of a file in this order; null where it is of a piece. */
    layers: storedJson("layers", z.array(z.enum(LAYER_IDS)).readonly()),
    layersHash: text("layers_hash"),
    /** How they are weighed, and what comes of it; null for as they were fused. */
    balance: storedJson("balance", layerStops),
    balancedHash: text("balanced_hash"),
    width: integer("width"),
    height: integer("height"),
    framesUsed: integer("frames_used"),
    /** Gaps between stars' arcs that were to be filled and could not be. */
    gapsLeft: integer("gaps_left"),
    refused: storedJson("refused", z.array(refusedFile).readonly())
      .notNull()
      .$defaultFn(() => []),
    seconds: doublePrecision("seconds"),
    version: text("version").notNull(),
    createdAt: createdAt(),
  },
  ({ shotId, runId, createdAt }) => [
    index("stacks_shot_index").on(shotId, createdAt),
    index("stacks_run_index").on(runId),
  ],
);

/** Versions of a picture as it is finished: what is done to the light of a stack's result, or of a frame. */
export const finishes = pgTable(
  "finishes",
  {
    id: id(),
    shotId: uuid("shot_id")
      .notNull()
      .references(() => shots.id, { onDelete: "cascade" }),
    /** One of both. */
    stackId: uuid("stack_id").references(() => stacks.id, { onDelete: "cascade" }),
    frameId: uuid("frame_id").references(() => frames.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    history: storedJson("history", lookHistory).notNull(),
    painted: storedJson("painted", paintedLights).notNull().default(sql`'{"version":1,"value":{}}'::jsonb`),
    createdAt: createdAt(),
  },
  ({ shotId, createdAt }) => [index("finishes_shot_index").on(shotId, createdAt)],
);

export { clipOns, figures, filters, phones, supports } from "./kitTables";
export { colourTables, looks } from "./looksTable";

/** Work in the background, as a person sees it; the queue keeps its own records. */
export const jobs = pgTable(
  "jobs",
  {
    id: id(),
    kind: storedWord("kind", JOB_KINDS).notNull(),
    subjectId: uuid("subject_id").notNull(),
    state: storedWord("state", JOB_STATES).notNull(),
    done: integer("done").notNull().default(0),
    total: integer("total").notNull(),
    framesPerSecond: doublePrecision("frames_per_second").notNull().default(0),
    secondsLeft: doublePrecision("seconds_left"),
    resumed: integer("resumed").notNull().default(0),
    problem: text("problem"),
    /** Of a part: which, from 0; of a stack: into how many it is divided. Null where it is not. */
    part: integer("part"),
    parts: integer("parts"),
    /** How often a worker took it up. */
    attempts: integer("attempts").notNull().default(0),
    /** The worker that has it, and its last sign of life. */
    worker: uuid("worker"),
    beatAt: instant("beat_at"),
    createdAt: createdAt(),
  },
  ({ subjectId, state }) => [index("jobs_subject_index").on(subjectId), index("jobs_state_index").on(state)],
);

/** What was done and learned. */
export const logEntries = pgTable(
  "log_entries",
  {
    id: id(),
    outingId: uuid("outing_id")
      .notNull()
      .references(() => outings.id, { onDelete: "cascade" }),
    shotId: uuid("shot_id").references(() => shots.id, { onDelete: "set null" }),
    runId: uuid("run_id").references(() => runs.id, { onDelete: "set null" }),
    stackId: uuid("stack_id").references(() => stacks.id, { onDelete: "set null" }),
    kind: storedWord("kind", LOG_KINDS).notNull(),
    recipeLine: text("recipe_line").notNull(),
    phoneName: text("phone_name"),
    frameCount: integer("frame_count").notNull(),
    refusedCount: integer("refused_count").notNull().default(0),
    thumbnailHash: text("thumbnail_hash"),
    note: text("note").notNull().default(""),
    /** 1 to 5, or null for none. */
    rating: integer("rating"),
    /** Set while an entry is deleted but may be brought back. */
    deletedAt: instant("deleted_at"),
    createdAt: createdAt(),
  },
  ({ outingId, shotId, runId, stackId, createdAt }) => [
    index("log_outing_index").on(outingId),
    index("log_shot_index").on(shotId),
    index("log_run_index").on(runId),
    index("log_stack_index").on(stackId),
    index("log_time_index").on(createdAt),
  ],
);
