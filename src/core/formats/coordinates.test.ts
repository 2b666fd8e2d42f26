import fc from "fast-check";
import { parseCoordinates, printCoordinates } from ".";

describe("coordinates", () => {
  it.each([
    ["53.86, -3.42"],
    ["53.86 -3.42"],
    ["53,86 -3,42"],
    ["53,86; -3,42"],
    ["53.86N 3.42W"],
    ["53.86N,3.42W"],
    ["N53.86 W3.42"],
    ["3.42 W, 53.86 N"],
    ["53°51'36\"N 3°25'12\"W"],
    ["53° 51.6' N, 3° 25.2' W"],
    ["53:51:36 N / 003:25:12 W"],
    ["53 51 36, -3 25 12"],
    ["\u221253.86, 3.42", -53.86, 3.42],
  ])("reads %j", (text, latitude = 53.86, longitude = -3.42) => {
    const read = parseCoordinates(text);
    if (read.kind !== "place") throw new Error(read.message);
    expect(read.place.latitudeDeg).toBeCloseTo(latitude as number, 9);
    expect(read.place.longitudeDeg).toBeCloseTo(longitude as number, 9);
  });

  it.each([
    ["91, 0", /Latitude goes from -90 to 90, not 91/],
    ["0, 181", /Longitude goes/],
    ["53.86", /Write latitude and longitude/],
    ["hello", /Write latitude/],
    ["53 61 0 N, 3 0 0 W", /Write latitude/],
    ["-53N 3W", /Write latitude/],
    ["53N 3S", /Write latitude/],
    ["1, 2, 3", /Write latitude/],
    ["", /Write latitude/],
  ])("refuses %j and says what to write", (text, message) => {
    expect(parseCoordinates(text)).toEqual({ kind: "wrong", message: expect.stringMatching(message) });
  });

  it("reads back what it prints, to ten metres, and never throws", () => {
    const axis = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    fc.assert(
      fc.property(axis(90), axis(180), (latitudeDeg, longitudeDeg) => {
        const read = parseCoordinates(printCoordinates({ latitudeDeg, longitudeDeg }));
        if (read.kind !== "place") throw new Error(read.message);
        expect(Math.abs(read.place.latitudeDeg - latitudeDeg)).toBeLessThan(6e-5);
        expect(Math.abs(read.place.longitudeDeg - longitudeDeg)).toBeLessThan(6e-5);
      }),
    );
    fc.assert(fc.property(fc.string(), (text) => ["place", "wrong"].includes(parseCoordinates(text).kind)));
  });
});
