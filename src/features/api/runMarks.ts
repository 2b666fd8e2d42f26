import type { HandFrame } from "@/contracts/handFrame";
import type { FrameReply } from "@/contracts/replies";
import { spoils } from "@/contracts/runMark";
import { type HandMatch, matchHandLog } from "@/core/handLog";
import type { RunWithFrames } from "./queries";

type Marked = Pick<RunWithFrames, "marks">;

/** What was said of a frame that a phone sent. */
export const marksOfFrame = ({ marks }: Marked, { runIndex }: Pick<FrameReply, "runIndex">) =>
  marks.filter(({ frame }) => frame === runIndex);

const timeOf = ({ takenAt }: { readonly takenAt: string | null }): number | null =>
  takenAt === null ? null : Date.parse(takenAt);

/** Which files are which frames of a run by hand. */
export const handMatchOf = (logged: readonly HandFrame[], files: readonly FrameReply[]): HandMatch =>
  matchHandLog(
    logged.map(({ id, takenAt, shutterSeconds, iso }) => ({ id, atMs: Date.parse(takenAt), shutterSeconds, iso })),
    files.map((file) => ({ id: file.id, atMs: timeOf(file), shutterSeconds: file.shutterSeconds, iso: file.iso })),
  );

type Spoilable = Pick<RunWithFrames, "marks" | "handFrames" | "frames" | "run">;

/** Frames of a run that somebody said are spoiled, by id: while they were taken, or in the log of a run by hand. */
export function spoiledFrames({ run, marks, handFrames, frames }: Spoilable): ReadonlySet<string> {
  if (run.source !== "hand")
    return new Set(frames.flatMap((frame) => (marksOfFrame({ marks }, frame).some(spoils) ? [frame.id] : [])));
  const spoiled = new Set(handFrames.flatMap(({ id, state }) => (state === "spoiled" ? [id] : [])));
  if (spoiled.size === 0) return spoiled;
  const { matched } = handMatchOf(handFrames, frames);
  return new Set(matched.flatMap(({ logged, file }) => (spoiled.has(logged.id) ? [file.id] : [])));
}
