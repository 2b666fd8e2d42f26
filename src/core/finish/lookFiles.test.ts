import { decodeSrgb, encodeSrgb } from "../picture/srgb";
import { cubeText, lookFileText, notInTable, parseLook, readLookFile } from ".";

describe("a look as a file", () => {
  it("is read as it was written, and as an editor may have left it", () => {
    const line = "exposure +0.5 | sky 4200K";
    expect(readLookFile(lookFileText("Quay by night", line))).toMatchObject({
      name: "Quay by night",
      line,
      problems: [],
    });
    expect(readLookFile(`\uFEFF\r\n#Quay\r\n  ${line}\r\n\r\n# more\r\nground +1`)).toMatchObject({
      name: "Quay",
      line,
    });
    expect(readLookFile(line).name).toBeNull();
  });

  it("says what is no look, and takes nothing for the picture as it is", () => {
    expect(readLookFile("\u0000\u0001 PNG").problems).toHaveLength(1);
    expect(readLookFile("# only a name").line).toBe("");
  });
});

describe("a look as a table of colours", () => {
  const lines = (text: string) => text.split("\n");
  const rowsOf = (text: string) =>
    lines(text)
      .filter((each) => /^\d/.test(each))
      .map((each) => each.split(" ").map(Number));

  it("has 33 steps of each channel, red first, and leaves every colour where nothing is done", () => {
    const rows = rowsOf(cubeText("plain", parseLook("").look));
    expect(rows).toHaveLength(33 ** 3);
    for (const at of [0, 1, 40, 7000, 33 ** 3 - 1]) {
      const wanted = [at % 33, Math.floor(at / 33) % 33, Math.floor(at / 33 ** 2)].map((step) => step / 32);
      for (const channel of [0, 1, 2]) expect(rows[at]![channel]).toBeCloseTo(wanted[channel]!, 5);
    }
  });

  it("doubles light where the look is a stop more, and bends greys as the curve says", () => {
    const grey = (text: string, step: number) => rowsOf(text)[step * (1 + 33 + 33 ** 2)]![1]!;
    const raised = cubeText("one", parseLook("exposure +1").look);
    for (const step of [4, 10, 20]) expect(decodeSrgb(grey(raised, step)) / decodeSrgb(step / 32)).toBeCloseTo(2, 3);
    const curved = cubeText("two", parseLook("curve -4:-5 0:0").look);
    // A grey four stops under white becomes one of five.
    const step = Math.round(32 * encodeSrgb(2 ** -4));
    const was = Math.log2(decodeSrgb(step / 32));
    expect(Math.log2(decodeSrgb(grey(curved, step)))).toBeCloseTo(-5 + (was + 4) * 1.25, 1);
  });

  it("says what it has to leave out, and what it is called, in a line each", () => {
    const { look } = parseLook("exposure +1 | grain -50 | sky +1 | crop 0 0 0.5 1");
    expect(notInTable(look)).toEqual(["grain", "sky", "crop"]);
    const text = cubeText('a "name"\nLUT_3D_SIZE 2', look);
    expect(lines(text)[0]).toBe(`TITLE "a 'name''LUT_3D_SIZE 2"`);
    expect(lines(text)[1]).toContain("grain, sky, crop");
    expect(lines(text).filter((each) => each.startsWith("LUT_3D_SIZE"))).toEqual(["LUT_3D_SIZE 33"]);
  });
});
