import { PhoneBody } from "./body";

test("files fill a phone's room until they are gone, and it has no more than its disk", () => {
  const body = new PhoneBody();
  const free = (roomBytes: number) => body.reading(10, roomBytes).freeBytes;
  const before = free(1e12);
  body.holds(3e9);
  expect(before - free(1e12)).toBe(3e9);
  body.holds(-3e9);
  expect(free(1e12)).toBe(before);
  expect(free(5e6)).toBe(5e6);
});

test("a battery lasts an evening of short exposures and not for ever, and is no less than empty", () => {
  const body = new PhoneBody();
  for (let frame = 0; frame < 1800; frame++) body.took(2.5, 0.8);
  expect(body.isEmpty).toBe(false);
  for (let frame = 0; frame < 20_000; frame++) body.took(2.5, 0.8);
  expect(body.isEmpty).toBe(true);
  expect(body.reading(10, 1e12).batteryPercent).toBe(0);
});
