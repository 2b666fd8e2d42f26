import { DateTime } from "luxon";
import type { RunReply } from "@/contracts/replies";
import { counted } from "@/core/words";

const SOURCE_NAMES = { hand: "By hand", files: "Own files" } as const;

/** What a batch of frames is called where one is chosen. */
export const runName = ({ run, frameCount }: RunReply): string =>
  `${run.source === "phone" ? run.phoneName : SOURCE_NAMES[run.source]}, ${DateTime.fromISO(run.createdAt).toFormat("d LLL HH:mm")}, ${counted(frameCount, "frame")}`;
