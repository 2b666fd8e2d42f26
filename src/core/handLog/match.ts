import { median } from "../median";

/** A frame as somebody logged it by hand. */
export interface LoggedFrame {
  readonly id: string;
  /** By the clock of whoever logged it, milliseconds since 1970. */
  readonly atMs: number;
  /** Null where nobody knows. */
  readonly shutterSeconds: number | null;
  readonly iso: number | null;
}

/** A picture file by its own metadata. */
export interface DatedFile {
  readonly id: string;
  /** By the camera's clock; null where the file does not say. */
  readonly atMs: number | null;
  readonly shutterSeconds: number | null;
  readonly iso: number | null;
}

/** A logged frame and its file. */
export interface MatchedFrame {
  readonly logged: LoggedFrame;
  readonly file: DatedFile;
  /** How far the file's time lies from the logged one once the clocks are set alike, seconds. */
  readonly apartSeconds: number;
}

/** Which files are which logged frames. */
export interface HandMatch {
  /** The camera's clock less that of the log, seconds; null where no file has a time and settings that fit. */
  readonly offsetSeconds: number | null;
  /** Within so much half of the matched frames lie, seconds. */
  readonly spreadSeconds: number;
  readonly matched: readonly MatchedFrame[];
  /** Logged, and no file fits. */
  readonly missing: readonly LoggedFrame[];
  /** Files that nobody logged, or that do not say when they were taken. */
  readonly unlogged: readonly DatedFile[];
}

/** Files tell whole seconds, and a thumb is late by up to about half a second either way. */
const WINDOW_SECONDS = 2.5;
/** Cameras round their times differently: within half a third of a stop two values are the same. */
const SAME_STOPS = 1 / 6 + 0.01;
/** Fits whose frames lie within so much of each other are as close, seconds: files tell whole seconds. */
const CLEARLY_SECONDS = 0.15;
/** A frame that lies so much further off than the worst of another fit is another frame's: no thumb is as late. */
const ASTRAY_SECONDS = 0.8;
/** As often as it takes for the middle of what lies in the window to stand still. */
const SETTLING_ROUNDS = 3;

const same = (one: number | null, other: number | null): boolean =>
  one === null || other === null || Math.abs(Math.log2(one / other)) <= SAME_STOPS;

const couldBe = (logged: LoggedFrame, file: DatedFile): boolean =>
  same(logged.shutterSeconds, file.shutterSeconds) && same(logged.iso, file.iso);

/** By time: those that do not say when are left out. */
interface Timed<Item> {
  readonly item: Item;
  readonly seconds: number;
}

const inTime = <Item extends { readonly atMs: number | null }>(items: readonly Item[]): Timed<Item>[] =>
  items
    .flatMap((item) => (item.atMs === null ? [] : [{ item, seconds: item.atMs / 1000 }]))
    .sort((one, other) => one.seconds - other.seconds);

type Log = readonly Timed<LoggedFrame>[];
type Files = readonly Timed<DatedFile>[];

/** Every offset at which some logged frame would be some file whose settings fit, rising, seconds. */
function possibleOffsets(log: Log, files: Files): Float64Array {
  const offsets = new Float64Array(log.length * files.length);
  let count = 0;
  for (const entry of log)
    for (const file of files) if (couldBe(entry.item, file.item)) offsets[count++] = file.seconds - entry.seconds;
  return offsets.subarray(0, count).sort();
}

/** Windows that hold as many offsets are looked at more closely, so many of them. */
const LIKELY_WINDOWS = 24;

/** Offsets around which most others lie, the smaller first of those with as many: one for each half of a window. */
function likelyOffsets(offsets: Float64Array): number[] {
  const best = new Map<number, { readonly count: number; readonly offset: number }>();
  let first = 0;
  for (let last = 0; last < offsets.length; last++) {
    while (offsets[last]! - offsets[first]! > WINDOW_SECONDS) first++;
    const offset = (offsets[last]! + offsets[first]!) / 2;
    const half = Math.round((2 * offset) / WINDOW_SECONDS);
    const count = last - first + 1;
    if (count > (best.get(half)?.count ?? 0)) best.set(half, { count, offset });
  }
  return [...best.values()]
    .sort((one, other) => other.count - one.count || offHours(one.offset) - offHours(other.offset))
    .slice(0, LIKELY_WINDOWS)
    .map(({ offset }) => offset);
}

interface Pair {
  readonly logged: LoggedFrame;
  readonly file: DatedFile;
  /** The file's time less the logged one, seconds. */
  readonly offset: number;
}

/** Each logged frame with the file that lies nearest at an offset, each once. */
function pairsAt(log: Log, files: Files, offset: number): Pair[] {
  const near: Pair[] = [];
  let first = 0;
  for (const entry of log) {
    const from = entry.seconds + offset - WINDOW_SECONDS;
    while (first < files.length && files[first]!.seconds < from) first++;
    for (let at = first; at < files.length && files[at]!.seconds <= from + 2 * WINDOW_SECONDS; at++)
      if (couldBe(entry.item, files[at]!.item))
        near.push({ logged: entry.item, file: files[at]!.item, offset: files[at]!.seconds - entry.seconds });
  }
  near.sort((one, other) => Math.abs(one.offset - offset) - Math.abs(other.offset - offset));
  const taken = new Set<LoggedFrame | DatedFile>();
  return near.filter(({ logged, file }) => {
    if (taken.has(logged) || taken.has(file)) return false;
    taken.add(logged).add(file);
    return true;
  });
}

interface Fit {
  readonly offset: number;
  readonly pairs: readonly Pair[];
  /** Half of the pairs lie within so much of the offset, seconds, and all of them within `worst`. */
  readonly spread: number;
  readonly worst: number;
}

/** The fit around an offset, moved to the middle of what lies near it until it stands still. */
function fitAround(log: Log, files: Files, around: number): Fit {
  let offset = around;
  let pairs: Pair[] = [];
  for (let round = 0; round < SETTLING_ROUNDS; round++) {
    pairs = pairsAt(log, files, offset);
    offset = median(pairs.map((pair) => pair.offset));
  }
  const apart = pairs.map((pair) => Math.abs(pair.offset - offset));
  return { offset, pairs, spread: median(apart), worst: Math.max(...apart) };
}

/** Clocks differ by whole hours, of zones and summer time, and then by little: how far an offset lies from such, seconds. */
const offHours = (offset: number): number => Math.abs(offset - 3600 * Math.round(offset / 3600));

/**
 * Whether one fit is better: more frames find a file, or as many and none goes astray, or they lie clearly closer together, or the clocks are nearer to
 * whole hours, or to each other. Of a regular interval with files missing at its ends several beats fit alike.
 */
function isBetter(one: Fit, other: Fit): boolean {
  if (one.pairs.length !== other.pairs.length) return one.pairs.length > other.pairs.length;
  // One beat off, a gap near an end leaves a single frame far from all others.
  if (Math.abs(one.worst - other.worst) > ASTRAY_SECONDS) return one.worst < other.worst;
  if (Math.abs(one.spread - other.spread) > CLEARLY_SECONDS) return one.spread < other.spread;
  if (Math.abs(offHours(one.offset) - offHours(other.offset)) > CLEARLY_SECONDS)
    return offHours(one.offset) < offHours(other.offset);
  return Math.abs(one.offset) < Math.abs(other.offset);
}

/**
 * Finds the files of frames that were logged by hand: by the settings, and by the time once the clocks are set alike. How far the
 * camera's clock is from the log's is what makes most of them fit; a regular interval fits itself one beat later too, but with a
 * frame less.
 */
export function matchHandLog(log: readonly LoggedFrame[], files: readonly DatedFile[]): HandMatch {
  const [timedLog, timedFiles] = [inTime(log), inTime(files)];
  const fits = likelyOffsets(possibleOffsets(timedLog, timedFiles)).map((around) =>
    fitAround(timedLog, timedFiles, around),
  );
  const fit = fits.reduce<Fit | null>((best, each) => (best === null || isBetter(each, best) ? each : best), null);
  const matched = (fit?.pairs ?? [])
    .map(({ logged, file, offset }) => ({ logged, file, apartSeconds: offset - fit!.offset }))
    .sort((one, other) => one.logged.atMs - other.logged.atMs);
  const found = new Set(matched.flatMap(({ logged, file }) => [logged, file] as const));
  return {
    offsetSeconds: fit?.offset ?? null,
    spreadSeconds: fit?.spread ?? 0,
    matched,
    missing: log.filter((entry) => !found.has(entry)),
    unlogged: files.filter((file) => !found.has(file)),
  };
}
