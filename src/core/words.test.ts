import { counted, minus, plain, signed } from "./words";

describe("numbers in words", () => {
  it("have real minus signs, a sign of their own, and their things in the right number", () => {
    expect(minus("-1.5")).toBe("\u22121.5");
    expect([plain(-1.26), plain(0.04), plain(-0.04), plain(-12.4, 0)]).toEqual(["\u22121.3", "0.0", "0.0", "\u221212"]);
    expect([signed(1.26), signed(-0.7), signed(-0.04), signed(0)]).toEqual(["+1.3", "\u22120.7", "0.0", "0.0"]);
    expect([counted(0, "frame"), counted(1, "frame"), counted(2, "frame")]).toEqual([
      "0 frames",
      "1 frame",
      "2 frames",
    ]);
  });
});
