import { execFile } from "node:child_process";
import { mkdtemp, readdir, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { expect, test } from "./page";

/** Later than whatever the page has done so far. */
const CLOCK_AHEAD_MS = 2000;
const LINE = "4 x 1/4 every 1.5s | iso 100 -> mean";

test("a run by hand is timed, heard and logged; its files are found in the log by another clock, the spoiled one left out", async ({
  page,
  request,
}) => {
  const site = { name: "Lock", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const created = await request.post("/api/outings", { data: { name: "By hand", date: "2026-11-24", site } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: LINE } });
  // What is heard: every tone's height, as it is put on the sound card's clock.
  await page.addInitScript(() => {
    const heard: number[] = [];
    Object.assign(window, { heard });
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (when) {
      heard.push(this.frequency.value);
      return start.call(this, when);
    };
  });
  await page.clock.install();
  await page.goto(`/outings/${outing.id}/shots/${shotId}/run`);

  // What hurts people there is said once, and read.
  const cautions = page.getByRole("region", { name: "Before you begin" });
  await expect(cautions.getByText(/Local rules come first/)).toBeVisible();
  await cautions.getByRole("button", { name: "Understood" }).click();
  await expect(cautions).toBeHidden();

  await page.getByText("By hand, with any phone").click();
  const settings = page.getByRole("region", { name: "Set the phone like this" });
  await expect(settings).toContainText("ISO");
  await expect(settings).toContainText("100");
  // The page's clock goes on by itself no more, however long a busy machine takes to begin.
  await page.clock.pauseAt(Date.now() + CLOCK_AHEAD_MS);
  const going = async (ms: number, reached: () => Promise<boolean>) =>
    expect
      .poll(
        async () => {
          await page.clock.runFor(ms);
          return reached();
        },
        { intervals: [50] },
      )
      .toBe(true);
  const timer = page.getByRole("timer");
  const log = page.getByRole("list", { name: "Logged frames" });
  await page.getByRole("button", { name: /^Begin in 5 s: 4 frames/ }).click();
  await going(5, () => timer.isVisible());
  await going(200, async () => (await log.getByRole("listitem").count()) === 4);
  await page.clock.resume();
  // It ends by itself once the last beat is logged; a reload finds all of it.
  await expect(timer).toBeHidden();
  const heard = await page.evaluate(() => (window as unknown as { heard: number[] }).heard);
  expect(new Set(heard).size).toBeGreaterThanOrEqual(3);
  await page.reload();
  await page.getByText("By hand, with any phone").click();
  await expect(log.getByRole("listitem")).toHaveCount(4);

  // Dragged to the left it is spoiled; dragged back to the right it is good again.
  const row = log.getByRole("listitem").first();
  const drag = async (by: number) => {
    const box = (await row.boundingBox())!;
    const [x, y] = [box.x + 150, box.y + 20];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + by / 2, y, { steps: 4 });
    await page.mouse.move(x + by, y, { steps: 4 });
    await page.mouse.up();
  };
  await drag(-120);
  await expect(row).toHaveAttribute("data-state", "spoiled");
  await drag(120);
  await expect(row).toHaveAttribute("data-state", "good");
  await page.getByRole("button", { name: "Frame 2 is spoiled" }).click();
  await expect(page.getByRole("button", { name: "Frame 2 is good" })).toBeVisible();

  // The same recipe by a phone whose clock stands elsewhere: its files, made apart.
  const folder = await mkdtemp(join(tmpdir(), "aevumen-hand-"));
  try {
    const args = ["simulate", "--scene", "quay-road", "--recipe", LINE, "--size", "204x153", "-o", folder];
    await promisify(execFile)(process.execPath, ["bin/aevumen", ...args]);
    const files = (await readdir(folder)).map((name) => join(folder, name));
    expect(files).toHaveLength(4);
    await page.getByLabel("Files of this run").setInputFiles(files);
    const found = page.getByRole("region", { name: "Files of this run" });
    await expect(found).toContainText("4 of 4");
    await expect(found).toContainText(/ahead|behind/);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }

  // Sift has the batch, and leaves out what the log calls spoiled.
  await page.getByRole("link", { name: "Sift" }).click();
  await page.getByText("Sheet", { exact: true }).click();
  await expect(page.getByRole("button", { name: /frame-0002.jpg, left out/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Fuse 3 frames" })).toBeVisible();
});

test("frames are logged one tap at a time, none is lost while the server cannot be reached, and a wrong one is corrected", async ({
  page,
  request,
}) => {
  const created = await request.post("/api/outings", { data: { name: "Tapped", date: "2026-11-24", site: null } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "20 x 1s every 30s | iso 50" } });
  await page.goto(`/outings/${outing.id}/shots/${shotId}/run`);
  await page.getByText("By hand, with any phone").click();
  await page.getByText("I press for each").click();
  await page.getByRole("button", { name: /^Begin in 5 s/ }).click();
  const log = page.getByRole("list", { name: "Logged frames" });
  await page.getByRole("button", { name: /Frame 1: now/ }).click();
  await expect(log.getByRole("listitem")).toHaveCount(1);
  await page.route("**/hand-frames", (route) => route.abort());
  await page.keyboard.press("f");
  await page.keyboard.press("f");
  await expect(page.getByText("2 frames on the way to the log; kept here until then.")).toBeVisible();
  await page.unroute("**/hand-frames");
  await expect(log.getByRole("listitem")).toHaveCount(3);
  await page.getByRole("button", { name: "End this run" }).click();
  await expect(page.getByRole("timer")).toBeHidden();

  await page.getByRole("button", { name: "Correct frame 3" }).click();
  await page.getByLabel("Shutter time").fill("soon");
  await page.getByLabel("Shutter time").press("Enter");
  await expect(page.getByText("A shutter time, such as 2s or 1/60.")).toBeVisible();
  await page.getByLabel("Shutter time").fill("4s");
  await page.getByLabel("Shutter time").press("Enter");
  await expect(log.getByRole("listitem").first()).toContainText("4 s");
  await page.getByRole("button", { name: "There was no such frame" }).click();
  await expect(log.getByRole("listitem")).toHaveCount(2);
});
