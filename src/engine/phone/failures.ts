import type { PhoneErrorCode } from "@/contracts/phoneProtocol";
import { isOutOfReach } from "@/db/outOfReach";
import { isDiskFull, NoRoomError } from "../room";

/** The phone cannot be reached, breaks off, or does not speak the protocol just now. */
export class PhoneAwayError extends Error {}

/** The phone answered with an error of the protocol. */
export class PhoneAnswerError extends Error {
  constructor(
    readonly code: PhoneErrorCode,
    message: string,
    readonly details: readonly string[],
  ) {
    super(message);
  }
}

/** A frame did not arrive as the phone says that it is, or cannot be kept. */
export class FrameError extends Error {}

/** What a failure while a run is taken means for it. */
export const FAILURE_KINDS = {
  /** Tried again with growing pauses, for hours if need be. */
  passing: "The phone, the network, the database or the disk is away for a while.",
  /** Tried a few times more while the others go on, then set aside with its reason; it stays on the phone. */
  frame: "It lies with one frame alone.",
  /** The run ends; what had arrived is kept. */
  final: "The phone says that there is no such run, or lets nobody in who has this token.",
} as const;
export type FailureKind = keyof typeof FAILURE_KINDS;

/** What each answer means when it is a run that was asked for, and when it is one frame of it. */
const ANSWERS: Readonly<Record<PhoneErrorCode, { readonly ofRun: FailureKind; readonly ofFrame: FailureKind }>> = {
  unauthorized: { ofRun: "final", ofFrame: "final" },
  "not-found": { ofRun: "final", ofFrame: "frame" },
  "wrong-method": { ofRun: "passing", ofFrame: "frame" },
  "invalid-request": { ofRun: "passing", ofFrame: "frame" },
  "too-large": { ofRun: "passing", ofFrame: "frame" },
  "phone-busy": { ofRun: "passing", ofFrame: "passing" },
  "wrong-state": { ofRun: "passing", ofFrame: "passing" },
  "cannot-do": { ofRun: "passing", ofFrame: "frame" },
  "wrong-range": { ofRun: "passing", ofFrame: "frame" },
  "phone-failed": { ofRun: "passing", ofFrame: "frame" },
};

/** The system's words for a disk that cannot be written to just now. */
const DISK_CODES = ["EIO", "EROFS", "EDQUOT", "EMFILE", "ENFILE", "EACCES"];

const isDiskAway = (error: unknown): boolean =>
  isDiskFull(error) ||
  error instanceof NoRoomError ||
  (error instanceof Error && "code" in error && DISK_CODES.includes(String(error.code)));

/** What went wrong when a run was asked for. Whatever nobody has thought of passes: frames may still be had. */
export const failureOfRun = (error: unknown): FailureKind =>
  error instanceof PhoneAnswerError ? ANSWERS[error.code].ofRun : "passing";

/** What went wrong when one of its frames was fetched or kept. Whatever nobody has thought of lies with the frame. */
export function failureOfFrame(error: unknown): FailureKind {
  if (error instanceof PhoneAnswerError) return ANSWERS[error.code].ofFrame;
  return error instanceof PhoneAwayError || isOutOfReach(error) || isDiskAway(error) ? "passing" : "frame";
}
