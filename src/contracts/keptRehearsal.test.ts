import { packRehearsal, unpackRehearsal } from "./keptRehearsal";

const measured = {
  placeStops: -0.25,
  skyStops: null,
  kept: { midTone: 31.5, wayDrawn: null, waterLeft: 0.2, starLengthPx: null },
};
const picture = {
  width: 4,
  height: 3,
  framesIn: 7,
  framesOf: 7,
  measured,
  data: Uint8Array.from({ length: 36 }, (_, at) => at * 7),
};

describe("a rehearsed picture as it is kept", () => {
  const bytes = packRehearsal(picture);

  it("comes back as it went, from wherever in memory it lies", () => {
    expect(unpackRehearsal(bytes)).toEqual(picture);
    const shifted = new Uint8Array(bytes.length + 5);
    shifted.set(bytes, 5);
    expect(unpackRehearsal(shifted.subarray(5))).toEqual(picture);
  });

  it("is none when it is cut, grown, or of another kind", () => {
    for (let length = 0; length < bytes.length; length++)
      expect([length, unpackRehearsal(bytes.subarray(0, length))]).toEqual([length, null]);
    expect(unpackRehearsal(new Uint8Array([...bytes, 0]))).toBeNull();
    expect(unpackRehearsal(new Uint8Array(64).fill(255))).toBeNull();
    expect(unpackRehearsal(new TextEncoder().encode("    {}"))).toBeNull();
  });

  it("is none when its header says what no picture is", () => {
    for (const wrong of [{ width: 0 }, { width: 1e9 }, { framesIn: 0.5 }, { measured: null }, { extra: 1 }])
      expect([wrong, unpackRehearsal(packRehearsal({ ...picture, ...(wrong as object) } as typeof picture))]).toEqual([
        wrong,
        "extra" in wrong ? picture : null,
      ]);
  });
});
