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
/** As often as it takes for the middle of what lies in the window to stand still. */
const SETTLING_ROUNDS = 3;

const same = (one: number | null, other: number | null): boolean =>
  one === null || other === null || Math.abs(Math.log2(one / other)) <= SAME_STOPS;

const couldBe = (logged: LoggedFrame, file: DatedFile): boolean =>
  same(logged.shutterSeconds, file.shutterSeconds) && same(logged.iso, file.iso);

interface Candidate {
  readonly logged: number;
  readonly file: number;
  /** The file's time less the logged one, seconds. */
  readonly offset: number;
}

function candidatesOf(log: readonly LoggedFrame[], files: readonly DatedFile[]): Candidate[] {
  const candidates: Candidate[] = [];
  log.forEach((entry, logged) => {
    files.forEach((each, file) => {
      if (each.atMs !== null && couldBe(entry, each))
        candidates.push({ logged, file, offset: (each.atMs - entry.atMs) / 1000 });
    });
  });
  return candidates.sort((one, other) => one.offset - other.offset);
}

/** How many different logged frames and files lie within a window of offsets, counted as it moves. */
class Within {
  private readonly counts: readonly [Map<number, number>, Map<number, number>] = [new Map(), new Map()];

  add({ logged, file }: Candidate, by: 1 | -1): void {
    [logged, file].forEach((key, side) => {
      const counts = this.counts[side]!;
      const count = (counts.get(key) ?? 0) + by;
      if (count === 0) counts.delete(key);
      else counts.set(key, count);
    });
  }

  /** No more frames than this can be matched in it. */
  get most(): number {
    return Math.min(this.counts[0].size, this.counts[1].size);
  }
}

/**
 * The offset at which most frames find a file. Of several that are as good the one at which they lie closest together is taken,
 * then the smallest: a regular interval fits itself one beat later too, but with a frame less.
 */
function likeliestOffset(candidates: readonly Candidate[]): number | null {
  const within = new Within();
  let first = 0;
  let best = { most: 0, spread: 0, offset: 0 };
  for (const candidate of candidates) {
    within.add(candidate, 1);
    while (candidate.offset - candidates[first]!.offset > WINDOW_SECONDS) within.add(candidates[first++]!, -1);
    const { most } = within;
    const spread = candidate.offset - candidates[first]!.offset;
    const offset = (candidate.offset + candidates[first]!.offset) / 2;
    const isCloser = spread < best.spread || (spread === best.spread && Math.abs(offset) < Math.abs(best.offset));
    if (most > best.most || (most === best.most && isCloser)) best = { most, spread, offset };
  }
  return best.most === 0 ? null : best.offset;
}

/** Each logged frame with the file that lies nearest, each once. */
function nearestPairs(candidates: readonly Candidate[], offset: number): Candidate[] {
  const near = candidates
    .filter((candidate) => Math.abs(candidate.offset - offset) <= WINDOW_SECONDS)
    .sort((one, other) => Math.abs(one.offset - offset) - Math.abs(other.offset - offset));
  const [logged, files] = [new Set<number>(), new Set<number>()];
  return near.filter((candidate) => {
    if (logged.has(candidate.logged) || files.has(candidate.file)) return false;
    logged.add(candidate.logged);
    files.add(candidate.file);
    return true;
  });
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((one, other) => one - other);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/**
 * Finds the files of frames that were logged by hand: by the settings, and by the time once the clocks are set alike. How far the
 * camera's clock is from the log's is what makes most of them fit.
 */
export function matchHandLog(log: readonly LoggedFrame[], files: readonly DatedFile[]): HandMatch {
  const candidates = candidatesOf(log, files);
  let offset = likeliestOffset(candidates);
  let pairs: Candidate[] = [];
  for (let round = 0; offset !== null && round < SETTLING_ROUNDS; round++) {
    pairs = nearestPairs(candidates, offset);
    offset = median(pairs.map((pair) => pair.offset));
  }
  const matched = pairs
    .map((pair) => ({
      logged: log[pair.logged]!,
      file: files[pair.file]!,
      apartSeconds: pair.offset - (offset ?? 0),
    }))
    .sort((one, other) => one.logged.atMs - other.logged.atMs);
  const found = new Set(matched.flatMap(({ logged, file }) => [logged, file] as const));
  return {
    offsetSeconds: offset,
    spreadSeconds: matched.length > 0 ? median(matched.map(({ apartSeconds }) => Math.abs(apartSeconds))) : 0,
    matched,
    missing: log.filter((entry) => !found.has(entry)),
    unlogged: files.filter((file) => !found.has(file)),
  };
}
