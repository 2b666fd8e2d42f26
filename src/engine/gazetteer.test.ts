import { nearestPlace, searchPlaces } from "./gazetteer";
import { siteAt } from "./newSite";

describe("the gazetteer", () => {
  it("finds places by their first letters, with or without accents, the largest first", async () => {
    const [first] = await searchPlaces("reykjavik", 5);
    expect(first).toMatchObject({ country: "IS" });
    expect(Math.abs(first!.latitudeDeg - 64.14)).toBeLessThan(0.1);
    expect(await searchPlaces("REYKJAVÍK", 5)).toEqual(await searchPlaces("reykjavik", 5));
    expect((await searchPlaces("san", 8)).length).toBe(8);
  });

  it("finds nothing by one letter or by nonsense", async () => {
    expect(await searchPlaces("a", 5)).toEqual([]);
    expect(await searchPlaces("xqzzy", 5)).toEqual([]);
  });
});

describe("the town nearest to a point", () => {
  it("is the one that stands there, on either side of the date line too", async () => {
    expect(await nearestPlace({ latitudeDeg: 64.13, longitudeDeg: -21.9 })).toMatchObject({ country: "IS" });
    const [west, east] = await Promise.all(
      [-179.99, 179.99].map((longitudeDeg) => nearestPlace({ latitudeDeg: -16.8, longitudeDeg })),
    );
    expect(west).toEqual(east);
    expect(west).toMatchObject({ country: "FJ" });
  });

  it("is one even from the middle of the sea and from a pole", async () => {
    for (const latitudeDeg of [-90, -48, 90])
      expect((await nearestPlace({ latitudeDeg, longitudeDeg: -123 }))?.name).toMatch(/./);
  });
});

describe("a new site", () => {
  it("takes its zone from its coordinates", () => {
    expect(siteAt({ name: "x", latitudeDeg: 64.14, longitudeDeg: -21.9 }).zone).toBe("Atlantic/Reykjavik");
    expect(siteAt({ name: "x", latitudeDeg: -33.9, longitudeDeg: 151.2 }).zone).toBe("Australia/Sydney");
  });
});
