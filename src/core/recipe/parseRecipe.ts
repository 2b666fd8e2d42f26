import { ALIGNMENT_IDS, type LineAlignment } from "../align/alignments";
import { LastOnes } from "../lastOnes";
import { LINE_METHODS } from "../stack/methodIds";
import { PART_KINDS, type PartKind, type PartValue, readPart } from "./parts";
import { EMPTY_RECIPE, type Recipe } from "./recipe";

/** A stretch of the line that could not be read, and what would have been right there. */
export interface RecipeProblem {
  /** Offset of the first wrong character. */
  readonly start: number;
  /** Offset after the last wrong character; equal to `start` where something is missing. */
  readonly end: number;
  readonly found: string;
  /** What was expected, with an example, to follow "expected". */
  readonly expected: string;
}

/** A line as it was read: what could be understood, and what could not. */
export interface ParsedRecipe {
  /** Every part that was right; wrong parts are left out. */
  readonly recipe: Recipe;
  /** In the order of the line; empty when the whole line was understood. */
  readonly problems: readonly RecipeProblem[];
}

interface TextSpan {
  readonly start: number;
  readonly text: string;
}

function trimmed({ start, text }: TextSpan): TextSpan {
  return { start: start + (text.length - text.trimStart().length), text: text.trim() };
}

/** Cuts at a separator, keeping offsets. */
function cut({ start, text }: TextSpan, separator: RegExp): TextSpan[] {
  const pieces: TextSpan[] = [];
  let from = 0;
  for (const match of text.matchAll(separator)) {
    pieces.push({ start: start + from, text: text.slice(from, match.index) });
    from = match.index + match[0].length;
  }
  pieces.push({ start: start + from, text: text.slice(from) });
  return pieces.map(trimmed);
}

const METHODS = LINE_METHODS.join(" or ");
const LINE_ALIGNMENTS = ALIGNMENT_IDS.filter((id): id is LineAlignment => id !== "none");
const WAYS = LINE_ALIGNMENTS.join(", ");

/** An evening's lines: what is worked out of a recipe is kept by the object. */
const known = new LastOnes<ParsedRecipe>(100);

/**
 * Reads a recipe line such as `24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus 12m | raw+jpeg -> mean`. Parts may
 * come in any order and any of them may be left out; spelling is forgiving (`ND8`, `3 stops`, `OD 0.9`, `1m30s`).
 * Never throws, whatever the text. The same line gives the same object, as long as it is one of the last ones.
 */
export function parseRecipe(line: string): ParsedRecipe {
  return known.of(line, () => readLine(line));
}

function readLine(line: string): ParsedRecipe {
  const problems: RecipeProblem[] = [];
  const fail = ({ start, text }: TextSpan, expected: string) =>
    problems.push({ start, end: start + text.length, found: text, expected });

  const [settings, ...targets] = cut({ start: 0, text: line }, /->|→/g);
  let recipe: Recipe = EMPTY_RECIPE;
  const seen = new Set<PartKind>();
  const parts = settings === undefined || settings.text === "" ? [] : cut(settings, /\|/g);
  for (const part of parts) {
    const read = readPart(part.text);
    if (read.kind === "wrong") fail(slice(part, read.start, read.end), read.expected);
    else if (seen.has(read.kind)) fail(part, `${PART_KINDS[read.kind]} only once in a line`);
    else {
      seen.add(read.kind);
      recipe = withPart(recipe, read);
    }
  }
  const [target, extra] = targets;
  if (extra) fail(extra, "only one arrow, at the end of the line");
  if (target) {
    const [word, by, ...more] = target.text.toLowerCase().replace(/\s+/g, " ").split(" by ");
    const method = LINE_METHODS.find((candidate) => candidate === word);
    const align = LINE_ALIGNMENTS.find((candidate) => candidate === by);
    if (!method || more.length > 0) fail(target, `a way to fuse the frames after the arrow: ${METHODS}`);
    else if (by !== undefined && (!align || method === "fuse"))
      fail(
        target,
        method === "fuse"
          ? "no aligning: a bracket's frames are fused as they lie"
          : `after "by" what they are laid over each other by: ${WAYS}`,
      );
    else recipe = { ...recipe, stack: method, align: align ?? null };
  }
  return { recipe, problems: problems.sort((a, b) => a.start - b.start) };
}

function slice(part: TextSpan, from: number, to: number): TextSpan {
  return { start: part.start + from, text: part.text.slice(from, to) };
}

function withPart(recipe: Recipe, part: PartValue): Recipe {
  switch (part.kind) {
    case "sequence":
      return { ...recipe, sequence: part.value };
    case "bracket":
      return { ...recipe, bracketStops: part.value };
    case "ramp":
      return { ...recipe, rampStops: part.value };
    case "iso":
      return { ...recipe, iso: part.value };
    case "filters":
      return { ...recipe, filters: part.value };
    case "whiteBalance":
      return { ...recipe, whiteBalance: part.value };
    case "focus":
      return { ...recipe, focus: part.value };
    case "delay":
      return { ...recipe, delaySeconds: part.value };
    case "files":
      return { ...recipe, files: part.value };
    default:
      return part satisfies never;
  }
}
