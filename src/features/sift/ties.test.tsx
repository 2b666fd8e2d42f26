/** @jest-environment jsdom */
import { screen } from "@testing-library/react";
import type { HandFrame } from "@/contracts/handFrame";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { show } from "@/ui/testing/show";
import { TieReasons } from "./TieReasons";
import { tiesOf } from "./ties";

const START = Date.parse("2026-11-24T22:14:00Z");
/** Shutter times that somebody tried, seconds, every ten seconds or so. */
const TRIED = [1, 2, 4, 8, 4, 2];
const at = (index: number, offsetSeconds: number) =>
  new Date(START + 1000 * (10 * index + (index % 3) + offsetSeconds)).toISOString();
const logged = TRIED.map(
  (shutterSeconds, number): HandFrame => ({
    id: crypto.randomUUID(),
    number,
    takenAt: at(number, 0),
    shutterSeconds,
    iso: 50,
    state: "good",
    note: "",
  }),
);
const byHand = { ...runWithFrames([], { source: "hand", createdAt: at(0, -20) }), handFrames: logged };
const files = (offsetSeconds: number, shutters: readonly number[] = TRIED) =>
  shutters.map((shutterSeconds, index) =>
    frameReply(`IMG_${index}.jpg`, { takenAt: at(index, offsetSeconds), shutterSeconds, iso: 50 }),
  );
const tied = (frames: ReturnType<typeof files>) =>
  tiesOf(runWithFrames(frames, { source: "files" }), frames, [byHand, runWithFrames([])]);

test.each([0, 37, -3600])("files of a clock that is %d s off are found in the log, and by how much", (offset) => {
  const [tie, ...more] = tied(files(offset));
  expect(more).toEqual([]);
  expect(tie).toMatchObject({ run: byHand, matched: TRIED.length });
  expect(Math.abs(tie!.offsetSeconds - offset)).toBeLessThan(1);
  show(<TieReasons ties={[tie!]} />);
  const said = offset === 0 ? /Both clocks agree/ : offset > 0 ? /37.s ahead of that of the log/ : /1.h behind that/;
  expect(screen.getByRole("region", { name: "Where they belong" }).textContent).toMatch(said);
});

test("files of other settings, too few of them, and frames of a phone's own run belong to no log", () => {
  expect(tied(files(5, [30, 15, 30, 15, 30, 15]))).toEqual([]);
  expect(tied(files(5, [1, 2]))).toEqual([]);
  const frames = files(0);
  expect(tiesOf(runWithFrames(frames), frames, [byHand])).toEqual([]);
  show(<TieReasons ties={[]} />);
  expect(screen.queryByRole("region", { name: "Where they belong" })).toBeNull();
});
