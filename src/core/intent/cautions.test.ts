import { cautionsAt } from ".";

test("cautions come from the picture, the place and the cold, each once", () => {
  expect(cautionsAt(["road", "dark"], { road: "main", tidal: true }, 2)).toEqual(["road", "water", "cold", "dark"]);
  expect(cautionsAt(["dark"], { road: "none", tidal: false }, 15)).toEqual(["dark"]);
  expect(cautionsAt(["dark"], null, null)).toEqual(["dark"]);
});
