import { pictureFormatsText } from "@/core/formats";
import { isDiskFull } from "../room";

/** Most pixels a picture may have, whatever its format. */
export const MOST_PIXELS = 200_000_000;

/** Why a file is no picture for us, each with what is said of it. */
const PICTURE_FAILURES = {
  "no-picture": () => `This is not a picture that can be read (${pictureFormatsText("or")}).`,
  damaged: () => "The file breaks off or is damaged; copy it again from the phone.",
  "too-many-pixels": () => `The picture has more than ${MOST_PIXELS / 1e6} million pixels.`,
  "other-colours": () => "The picture's colours are not red, green and blue; save it anew as RGB.",
  "other-coding": () => "The picture is coded in a way that is not read here; save it anew as JPEG or PNG.",
} as const;
export type PictureFailureKind = keyof typeof PICTURE_FAILURES;

/** A file that cannot be read as a picture. */
export class PictureFailure extends Error {
  constructor(
    readonly kind: PictureFailureKind,
    cause?: unknown,
  ) {
    super(PICTURE_FAILURES[kind](), { cause });
  }
}

/** Whether an error is the machine's (a file that is gone, a disk that fails) and says nothing of what stands in the file. */
export const isMachines = (error: unknown): boolean =>
  isDiskFull(error) || (error instanceof Error && "syscall" in error && "code" in error);

/** Says in plain words why a file could not be read. */
export function plainReason(error: unknown): string {
  if (error instanceof PictureFailure) return error.message;
  if (isDiskFull(error)) return "The disk is full; make room and drop the file again.";
  const message = error instanceof Error ? error.message : String(error);
  return `The file could not be read: ${message.split("\n")[0]}`;
}
