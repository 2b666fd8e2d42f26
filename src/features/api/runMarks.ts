import { spoils } from "@/contracts/runMark";
import type { RunWithFrames } from "./queries";

/** The place of a frame in its run, from 0, by the number in its file's name. */
export const indexOfFrame = (name: string): number => Number(/(\d+)\.\w+$/.exec(name)?.[1] ?? 0) - 1;

type Marked = Pick<RunWithFrames, "marks">;

/** What was said of a frame. */
export const marksOf = ({ marks }: Marked, name: string) => marks.filter(({ frame }) => frame === indexOfFrame(name));

/** Whether somebody said that a frame is spoiled. */
export const isSpoiled = (run: Marked, name: string): boolean => marksOf(run, name).some(spoils);
