import { and, eq, isNull, sql } from "drizzle-orm";
import type { Db } from "./database";
import { beatRun, type Frame, findTwin, type NewFrame } from "./runs";
import { frames, runs } from "./schema";

/** What became of a picture that a run was given. */
export type AddedPicture =
  | { readonly kind: "added" }
  /** It and another file are one frame now: a phone wrote the picture and its raw copy. */
  | { readonly kind: "joined"; readonly name: string }
  /** The very same bytes are there. */
  | { readonly kind: "known"; readonly name: string }
  | { readonly kind: "no-run" };

/** Two files of one press say the same second, or the next one where the raw copy was written later. */
const SAME_PRESS_MS = 2000;
const RAW_ENDING = ".dng";

const stemOf = (name: string): string => name.toLowerCase().replace(/\.[^.]*$/, "");

const agree = <Value>(one: Value | null | undefined, other: Value | null, same: (a: Value, b: Value) => boolean) =>
  one === null || one === undefined || other === null || same(one, other);

/** Whether two files can be of one press, by all that both of them say. */
const isOnePress = (picture: NewFrame, mate: Frame): boolean =>
  agree(picture.takenAt, mate.takenAt, (a, b) => Math.abs(a.getTime() - b.getTime()) <= SAME_PRESS_MS) &&
  agree(picture.camera, mate.camera, (a, b) => a === b) &&
  agree(picture.shutterSeconds, mate.shutterSeconds, (a, b) => Math.abs(a - b) <= 0.01 * a) &&
  agree(picture.iso, mate.iso, (a, b) => a === b);

/**
 * Gives a run a picture. A picture and a raw copy of the same name, time and settings are one frame: it shows the picture and keeps the
 * raw copy beside it, whichever came first.
 *
 * @param isRaw Whether it is a raw copy, where there is a picture.
 */
export async function addPicture(db: Db, picture: NewFrame, isRaw: boolean): Promise<AddedPicture> {
  const { runId, hash, name, bytes } = picture;
  return db.transaction(async (tx): Promise<AddedPicture> => {
    // Two files of a pair come at the same time: one after the other looks for its mate.
    const [run] = await tx.select({ id: runs.id }).from(runs).where(eq(runs.id, runId)).for("update");
    if (!run) return { kind: "no-run" };
    const twin = await findTwin(tx, runId, hash);
    if (twin) return { kind: "known", name: twin.name };
    const rawName = `${stemOf(name)}${RAW_ENDING}`;
    const isMate = isRaw
      ? and(
          sql`lower(regexp_replace(${frames.name}, '[.][^.]*$', '')) = ${stemOf(name)}`,
          sql`lower(${frames.name}) <> ${rawName}`,
        )
      : sql`lower(${frames.name}) = ${rawName}`;
    const mates = await tx
      .select()
      .from(frames)
      .where(and(eq(frames.runId, runId), isNull(frames.rawHash), isMate));
    const mate = mates.find((each) => isOnePress(picture, each));
    if (mate && isRaw) await tx.update(frames).set({ rawHash: hash, rawBytes: bytes }).where(eq(frames.id, mate.id));
    else if (mate) {
      const raw = { rawHash: mate.hash, rawBytes: mate.bytes };
      // What was measured of the raw copy says nothing of the picture.
      const { figures = null, measuredAt = null, planned = null } = picture;
      const measured = { figures, measuredAt, planned };
      await tx
        .update(frames)
        .set({ ...picture, ...raw, ...measured })
        .where(eq(frames.id, mate.id));
    } else await tx.insert(frames).values(picture);
    await beatRun(tx, runId);
    return mate ? { kind: "joined", name: mate.name } : { kind: "added" };
  });
}
