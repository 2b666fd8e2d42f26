import { givenBy } from ".";

const SAMPLES = 3000;
/** Dark frames, each with a stripe of its own: frame k is bright in the k-th tenth. */
const striped = (count: number) =>
  Array.from({ length: count }, (_, k) =>
    new Uint8Array(SAMPLES).fill(40).fill(220, (k * SAMPLES) / 10, ((k + 1) * SAMPLES) / 10),
  );

describe("what each frame gave", () => {
  it("to the brightest of them is where it alone is bright", () => {
    const frames = striped(4);
    expect(givenBy(frames, frames[0]!, "brightest")).toEqual([0.1, 0.1, 0.1, 0.1]);
    // Of two that are alike neither gave what both have.
    expect(givenBy([frames[0]!, frames[0]!], frames[0]!, "brightest")).toEqual([0, 0]);
  });

  it("to the darkest of them is where it alone is dark", () => {
    const inverted = striped(3).map((frame) => frame.map((code) => 255 - code));
    expect(givenBy(inverted, inverted[0]!, "darkest")).toEqual([0.1, 0.1, 0.1]);
  });

  it("to what is made of all is where it is unlike it; noise is not, and one that is not there gave nothing", () => {
    const frames = striped(3);
    const fused = new Uint8Array(SAMPLES).fill(46);
    expect(givenBy([frames[0]!, null, frames[2]!], fused, "part")).toEqual([0.1, null, 0.1]);
  });
});
