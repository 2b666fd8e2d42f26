import { readFile } from "node:fs/promises";
import ICAL from "ical.js";
import { extractText, getDocumentProxy } from "unpdf";
import { expect, type Page, test } from "./page";

async function newSite(page: Page, name: string, coordinates: string): Promise<void> {
  await page.goto("/sites");
  await page.getByRole("button", { name: "New site" }).click();
  await page.getByLabel("Name of the site").fill(name);
  await page.getByLabel("Coordinates", { exact: true }).fill(coordinates);
  await page.getByRole("button", { name: "Add this site" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue(name);
}

async function beginAt(page: Page, name: string, date: string): Promise<void> {
  await page.goto("/");
  await page.getByLabel("Site", { exact: true }).selectOption(name);
  await page.getByLabel("Night of").fill(date);
  await page.getByRole("button", { name: "Begin this outing" }).click();
  await expect(page).toHaveURL(/\/night$/);
}

const ribbon = (page: Page) => page.getByRole("slider", { name: /The night from/ });
const readout = (page: Page) => ribbon(page).getAttribute("aria-valuetext");
const block = (page: Page, name: string) => page.getByRole("button", { name: new RegExp(`^${name}, \\d\\d:\\d\\d`) });

/** Minutes since noon of the clock time at which a block begins. */
async function beginOf(page: Page, name: string): Promise<number> {
  const label = (await block(page, name).getAttribute("aria-label")) ?? "";
  const [, hour, minute] = /, (\d\d):(\d\d)/.exec(label) ?? [];
  return ((Number(hour) + 12) % 24) * 60 + Number(minute);
}

async function saved(page: Page, name: string): Promise<Buffer> {
  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name }).click()]);
  return readFile(await download.path());
}

test("a site is made, a night chosen, windows read, shots placed and taken along", async ({ page }) => {
  await newSite(page, "Weir path", "48.2, 16.4");
  await expect(page.getByRole("textbox", { name: "Time zone" })).toHaveValue("Europe/Vienna");
  await page.getByLabel("Road in the picture").selectOption({ label: "main road" });
  const hazards = page.getByLabel(/^Hazards/);
  await hazards.fill("The weir's edge is slippery.");
  await hazards.blur();
  await beginAt(page, "Weir path", "2026-10-24");

  const windows = page.getByRole("region", { name: "Windows" });
  await expect(windows.getByText(/^balance window/).first()).toBeVisible();
  await expect(windows.getByText(/Sky and lamps differ by at most 1.5 stops/).first()).toBeVisible();
  await expect(windows.getByText(/^full dark/)).toBeVisible();
  await expect(page.getByText(/Best of 2026/)).toBeVisible();

  await page.getByLabel("Name of a new shot").fill("Street from the bridge");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByLabel("Begin of Street from the bridge")).toBeVisible();
  await page.getByRole("button", { name: "Arrange for me" }).click();
  await expect(page.getByText("2 shots are in the best window.")).toBeVisible();
  await expect(block(page, "First shot")).toBeVisible();
  await expect(block(page, "Street from the bridge")).toBeVisible();

  const begin = page.getByLabel("Begin of First shot");
  await begin.fill("half past");
  await begin.blur();
  await expect(page.getByText(/Write a time of this night/)).toBeVisible();
  await begin.fill("20:00");
  await begin.blur();
  await expect.poll(() => beginOf(page, "First shot")).toBe(8 * 60);
  await page.getByLabel("Begin of Street from the bridge").fill("20:05");
  await page.getByLabel("Begin of Street from the bridge").blur();
  await expect(page.getByText("First shot and Street from the bridge overlap by 10 min.")).toBeVisible();
  await page.getByLabel("Begin of Street from the bridge").fill("20:30");
  await page.getByLabel("Begin of Street from the bridge").blur();
  await expect(page.getByText(/overlap/)).toBeHidden();

  const pdf = await getDocumentProxy(new Uint8Array(await saved(page, "Field sheet, PDF")));
  expect(pdf.numPages).toBe(5);
  const { text } = await extractText(pdf, { mergePages: true });
  for (const words of [
    "Weir path",
    "20:30 to 20:45",
    "iso 50",
    "The weir's edge is slippery.",
    "Stay off the carriageway",
  ])
    expect(text).toContain(words);

  const calendar = new ICAL.Component(ICAL.parse((await saved(page, "Calendar")).toString("utf8")));
  const events = calendar.getAllSubcomponents("vevent").map((event) => new ICAL.Event(event));
  expect(events.map(({ summary }) => summary)).toEqual(["First shot", "Street from the bridge"]);
  expect(events[0]?.startDate.toJSDate().toISOString()).toBe("2026-10-24T18:00:00.000Z");
  expect(calendar.getAllSubcomponents("vevent")[0]?.getAllSubcomponents("valarm")).toHaveLength(1);

  const plan = JSON.parse((await saved(page, "JSON")).toString("utf8"));
  expect(plan.shots.map(({ begin }: { begin: string }) => begin)).toEqual([
    "2026-10-24T18:00:00.000Z",
    "2026-10-24T18:30:00.000Z",
  ]);
});

test("the ribbon is read, zoomed and its blocks moved by mouse and by keys, with undo", async ({ page }) => {
  await newSite(page, "Carousel square", "48.2, 16.4");
  await beginAt(page, "Carousel square", "2026-11-25");
  await page.getByLabel("Begin of First shot").fill("18:00");
  await page.getByLabel("Begin of First shot").blur();
  await expect.poll(() => beginOf(page, "First shot")).toBe(6 * 60);

  const box = (await ribbon(page).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 150);
  await expect.poll(() => readout(page)).toMatch(/^\d\d:\d\d:\d\d, sky EV/);
  const wholeNight = await page.getByRole("slider").first().getAttribute("aria-valuetext");

  const first = (await block(page, "First shot").locator("rect").first().boundingBox())!;
  await page.mouse.move(first.x + 2, first.y + 12);
  await page.mouse.down();
  await page.mouse.move(first.x + 122, first.y + 12, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => beginOf(page, "First shot")).toBeGreaterThan(6 * 60 + 90);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => beginOf(page, "First shot")).toBe(6 * 60);

  await block(page, "First shot").focus();
  await page.keyboard.press("ArrowRight");
  await expect.poll(() => beginOf(page, "First shot")).toBe(6 * 60 + 1);
  await page.keyboard.press("ArrowUp");
  await expect(page.getByLabel("Length of First shot, minutes")).toHaveValue("16");

  await page.mouse.move(box.x + box.width / 3, box.y + 150);
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -400);
  await expect(page.getByTitle("The whole night; drag to move through it")).toBeVisible();
  const before = await readout(page);
  await page.mouse.move(box.x + box.width / 3 + 30, box.y + 150);
  await expect.poll(() => readout(page)).not.toBe(before);
  expect(wholeNight).not.toBe(before);
  await ribbon(page).focus();
  await page.keyboard.press("Home");
  await expect(page.getByTitle("The whole night; drag to move through it")).toBeHidden();

  await page.getByRole("button", { name: "Lanes" }).click();
  const cloudLane = page.getByRole("menuitemcheckbox", { name: "cloud" });
  await cloudLane.click();
  await expect(cloudLane).toHaveAttribute("aria-checked", "false");
  await page.keyboard.press("Escape");
  const cloud = page.getByLabel("Cloud, %");
  await cloud.fill("12");
  await cloud.blur();
  await expect(page.getByText("12 % · by hand")).toBeVisible();
});

test("sites come from files and go into files; what is wrong is said and nothing is lost", async ({ page }) => {
  await newSite(page, "Pump", "53.9, -3.5");
  const zone = page.getByRole("textbox", { name: "Time zone" });
  await zone.fill("Moon/Sea");
  await zone.blur();
  await expect(page.getByText(/There is no such time zone/)).toBeVisible();
  await expect(zone).toHaveValue("Moon/Sea");
  const at = page.getByLabel(/^Coordinates, in any usual spelling/);
  await at.fill("91, 0");
  await at.blur();
  await expect(page.getByText("Latitude goes from -90 to 90, not 91.")).toBeVisible();
  await expect(at).toHaveValue("91, 0");
  await at.fill("45 30 0 N, 7 30 0 E");
  await at.press("Enter");
  await expect(at).toHaveValue("45.5000° N, 7.5000° E");

  await page.getByRole("button", { name: "Type the points" }).click();
  await page.getByLabel("Skyline, azimuth and altitude a line").fill("150, 10\n180, 30\n210, 10");
  await page.getByLabel("Skyline, azimuth and altitude a line").blur();
  await expect(page.getByRole("img", { name: "A skyline of 3 points, highest 30 degrees" })).toBeVisible();

  const give = (name: string, text: string) =>
    page.getByLabel("Places file").setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  await give("broken.gpx", '<?xml version="1.0"?><gpx><wpt lat="5');
  await expect(page.getByText(/broken.gpx: .*Your sites are as they were./)).toBeVisible();
  await give(
    "two.gpx",
    '<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><wpt lat="50" lon="8"><name>Mast</name></wpt><wpt lat="51" lon="9"><name>Lock</name></wpt></gpx>',
  );
  await expect(page.getByText("2 sites from two.gpx.")).toBeVisible();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Mast");

  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "GeoJSON" }).click(),
  ]);
  const { features } = JSON.parse((await readFile(await download.path())).toString("utf8"));
  expect(features.map(({ properties }: { properties: { name: string } }) => properties.name)).toEqual(
    expect.arrayContaining(["Pump", "Mast", "Lock"]),
  );

  await page.getByRole("button", { name: "Delete this site" }).click();
  await expect(page.getByRole("button", { name: "Mast", exact: true })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Mast");

  await page.getByLabel("or find a town (no network needed)").fill("Reykj");
  await page
    .getByRole("button", { name: /^Reykjav/ })
    .first()
    .click();
  await expect(page.getByRole("textbox", { name: "Time zone" })).toHaveValue("Atlantic/Reykjavik");
});

test("a polar summer night says that there is no night, and breaks nothing", async ({ page }) => {
  await newSite(page, "Far north", "78.2, 15.6");
  await beginAt(page, "Far north", "2026-06-21");
  await expect(ribbon(page)).toBeVisible();
  await expect(page.getByRole("region", { name: "Windows" }).getByText(/^full dark/)).toHaveCount(0);
  await expect(page.getByText(/Best of 2026/)).toBeVisible();
});
