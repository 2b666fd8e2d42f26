import pLimit from "p-limit";
import type { SampleDepth } from "@/core/stack";
import { readHeader } from "../files/decode";
import { plainReason } from "../files/pictureFailure";
import type { RefusedFrame, StackFile } from "./request";

/** Headers that are read beside each other: it is waiting for the disk, mostly. */
const HEADERS_AT_ONCE = 8;

/** A frame that can take part. */
export interface ChosenFrame {
  /** Place in the request's list. */
  readonly index: number;
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
}

/** Reads all headers and settles on the size that most frames have; the others are refused. */
export async function chooseFrames(
  files: readonly StackFile[],
): Promise<{ accepted: ChosenFrame[]; refused: (RefusedFrame & { index: number })[] }> {
  const refused: (RefusedFrame & { index: number })[] = [];
  const probed: ChosenFrame[] = [];
  const limit = pLimit(HEADERS_AT_ONCE);
  const headers = await Promise.all(
    files.map(({ path }) =>
      limit(() =>
        readHeader(path).then(
          (header) => ({ header }),
          (error: unknown) => ({ error }),
        ),
      ),
    ),
  );
  for (const [index, found] of headers.entries()) {
    if ("header" in found) probed.push({ index, ...found.header });
    else refused.push({ index, name: files[index]!.name, reason: plainReason(found.error) });
  }
  const votes = new Map<string, number>();
  const sizeOf = ({ width, height }: ChosenFrame) => `${width} x ${height}`;
  for (const frame of probed) votes.set(sizeOf(frame), (votes.get(sizeOf(frame)) ?? 0) + 1);
  const chosen = [...votes].sort((a, b) => b[1] - a[1])[0]?.[0];
  const accepted = probed.filter((frame) => sizeOf(frame) === chosen);
  for (const frame of probed) {
    if (sizeOf(frame) === chosen) continue;
    const reason = `It is ${sizeOf(frame)} pixels; the stack is ${chosen}.`;
    refused.push({ index: frame.index, name: files[frame.index]!.name, reason });
  }
  return { accepted, refused };
}
