import fc from "fast-check";
import { type DatedFile, type LoggedFrame, matchHandLog } from ".";

const EVENING = Date.parse("2026-10-24T18:20:00Z");

/** Frames every so often, each tapped up to half a second early or late. */
function taps(count: number, everySeconds: number, late: (index: number) => number): LoggedFrame[] {
  return Array.from({ length: count }, (_, index) => ({
    id: `tap ${index}`,
    atMs: EVENING + 1000 * (everySeconds * index + late(index)),
    shutterSeconds: 2,
    iso: 50,
  }));
}

/** Their files by a camera whose clock is off, in whole seconds as metadata has them. */
const filesOf = (count: number, everySeconds: number, offsetSeconds: number): DatedFile[] =>
  Array.from({ length: count }, (_, index) => ({
    id: `file ${index}`,
    atMs: 1000 * Math.floor(EVENING / 1000 + everySeconds * index + offsetSeconds),
    shutterSeconds: 2,
    iso: 50,
  }));

const numberOf = ({ id }: { readonly id: string }) => Number(id.split(" ")[1]);

test("files are found again whatever the camera's clock says, with some lost and others among them", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 6, max: 40 }),
      fc.double({ min: 3.1, max: 12, noNaN: true }),
      fc.double({ min: -90_000, max: 90_000, noNaN: true }),
      fc.array(fc.double({ min: -0.4, max: 0.4, noNaN: true }), { minLength: 40, maxLength: 40 }),
      fc.integer({ min: 1, max: 4 }),
      (count, every, offset, late, lost) => {
        const log = taps(count, every, (index) => late[index]!);
        // Neither the first nor the last is lost: then nobody could tell by how many beats.
        const files = filesOf(count, every, offset).filter(
          (_, index) => index === 0 || index === count - 1 || index !== lost,
        );
        const others = filesOf(5, 2, offset - 4000).map((file) => ({ ...file, id: "other -1" }));
        const match = matchHandLog(log, [...others, ...files]);
        expect(match.offsetSeconds).toBeGreaterThan(offset - 1.5);
        expect(match.offsetSeconds).toBeLessThan(offset + 1.5);
        expect(match.matched).toHaveLength(files.length);
        for (const { logged, file } of match.matched) expect(numberOf(file)).toBe(numberOf(logged));
        expect(match.unlogged).toHaveLength(others.length);
        expect(match.missing.map(numberOf)).toEqual(files.length < count ? [lost] : []);
      },
    ),
    {
      // One beat off all but the first of these have a file near by; of the second ones most lie even closer.
      examples: [
        [8, 3.1, -15.700000166893007, [0, 0.3999998779296872, ...Array<number>(38).fill(0)], 1],
        [6, 3.2874999755859378, 0, [-0.2124998779296875, 0, 0, 0.2874999511718732, ...Array<number>(36).fill(0)], 1],
      ],
    },
  );
});

test("of frames a second apart the settings tell which is which", () => {
  const shutters = [0.5, 1, 2, 4];
  const log = taps(4, 1, () => 0).map((tap, index) => ({ ...tap, shutterSeconds: shutters[index]! }));
  const files = filesOf(4, 1, 37).map((file, index) => ({ ...file, shutterSeconds: shutters[index]! }));
  const { matched, offsetSeconds } = matchHandLog(log, [...files].reverse());
  expect(matched.map(({ file }) => numberOf(file))).toEqual([0, 1, 2, 3]);
  expect(offsetSeconds).toBeCloseTo(37, 6);
});

test("files of other settings, or without a time, are no frames of the log", () => {
  const log = taps(3, 5, () => 0);
  const files = filesOf(3, 5, 0);
  const wrong = [
    { ...files[0]!, iso: 800 },
    { ...files[1]!, shutterSeconds: 1 / 30 },
    { ...files[2]!, atMs: null },
  ];
  const { offsetSeconds, matched, missing, unlogged } = matchHandLog(log, wrong);
  expect(offsetSeconds).toBeNull();
  expect(matched).toEqual([]);
  expect(missing).toEqual(log);
  expect(unlogged).toEqual(wrong);
});

test("what a file does not say of its settings stands in nobody's way; a camera's rounding neither", () => {
  const log = taps(3, 5, () => 0);
  const files = filesOf(3, 5, 12).map((file) => ({ ...file, shutterSeconds: 1.9, iso: null }));
  expect(matchHandLog(log, files).matched).toHaveLength(3);
});

test("where every beat fits as well, the clocks are taken to be alike", () => {
  const { offsetSeconds } = matchHandLog(
    taps(1, 5, () => 0),
    filesOf(6, 5, 0),
  );
  expect(offsetSeconds).toBeCloseTo(0, 6);
});

test("files missing at both ends of a regular run fit at several beats: that of whole hours is taken", () => {
  for (const hours of [-1, 0, 1, 2])
    for (const [from, to] of [
      [0, 50],
      [4, 55],
      [3, 48],
    ] as const) {
      const log = taps(55, 5, (index) => 0.3 * Math.sin(index));
      const files = filesOf(55, 5, 3600 * hours + 0.4).slice(from, to);
      const { matched, offsetSeconds } = matchHandLog(log, files);
      expect(Math.abs(offsetSeconds! - 3600 * hours)).toBeLessThan(1.5);
      expect(matched).toHaveLength(to - from);
      for (const { logged, file } of matched) expect(numberOf(logged)).toBe(numberOf(file));
    }
});
