import { expect, type Page, test } from "./page";

/** On two cores that do other things as well, a worker takes its time. */
const RENDERED = { timeout: 60_000 };

const picture = (page: Page) => page.getByRole("img", { name: "The picture, simulated before it is taken" });
const band = (page: Page) => page.getByRole("slider", { name: "How far the run is" });
/** Mean brightness of the picture, 0 to 255. */
const brightness = (page: Page) =>
  picture(page).evaluate((canvas: HTMLCanvasElement) => {
    const { width, height } = canvas;
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, width, height);
    return data.reduce((sum, value, i) => (i % 4 === 3 ? sum : sum + value), 0) / (data.length * 0.75);
  });

test("the picture is seen before it is taken, at every moment, beside what the screen shows", async ({
  page,
  request,
}) => {
  const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const created = await request.post("/api/outings", { data: { name: "Rehearsed", date: "2026-11-24", site } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "4s | iso 50" } });
  await page.goto(`/outings/${outing.id}/shots/${shotId}/rehearse`);
  await expect(picture(page)).toHaveAttribute("aria-busy", "false", RENDERED);
  await expect(page.getByText("promised", { exact: true })).toBeVisible(RENDERED);
  const whole = await brightness(page);

  // By keys to the beginning: hardly any light has come together yet.
  await band(page).focus();
  await page.keyboard.press("Home");
  await expect.poll(() => brightness(page), RENDERED).toBeLessThan(whole / 4);
  await page.keyboard.press("End");
  await expect.poll(() => brightness(page), RENDERED).toBeGreaterThan(0.9 * whole);
  // By hand to the middle.
  const box = (await band(page).boundingBox())!;
  await page.mouse.move(box.x + box.width - 8, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 60, { steps: 5 });
  await page.mouse.up();
  await expect(band(page)).toHaveAttribute("aria-valuetext", /^open for (1\.9|2)\d*\ss of 4\ss$/);
  await expect.poll(() => brightness(page), RENDERED).toBeLessThan(0.9 * whole);

  // The phone's screen says something else, and is called what it is.
  await page.keyboard.press("s");
  await expect(page.getByText("What the phone's screen shows: not the picture")).toBeVisible();
  await expect(page.getByText(/^It shows 1\/24/)).toBeVisible(RENDERED);
  await page.keyboard.press("s");
  await expect(page.getByText("What the phone's screen shows: not the picture")).toBeHidden();

  // Another recipe is set beside it, and wiped over it by keys.
  const beside = page.getByLabel("Set beside it");
  await expect(beside.getByRole("option").nth(1)).toBeAttached(RENDERED);
  await beside.selectOption({ index: 1 });
  const other = page.getByRole("img", { name: /^The same scene by / });
  await expect(other).toHaveAttribute("aria-busy", "false", RENDERED);
  const wipe = page.getByRole("slider", { name: "Wipe between the two" });
  await wipe.focus();
  await page.keyboard.press("Home");
  await expect(wipe).toHaveAttribute("aria-valuetext", "0 %");
  await expect(other).toHaveCSS("clip-path", /^inset\(0px( 0px 0px 0%)?\)$/);
  await beside.selectOption("");
  await expect(other).toBeHidden();

  // Frames fold onto each other; the line is the one of Expose and Run.
  const line = page.getByRole("textbox", { name: "Recipe" });
  await line.fill("4 x 1s every 1.5s | iso 50 -> lighten");
  await line.press("Enter");
  await expect(band(page)).toHaveAttribute("aria-valuetext", /all 4 frames$/);
  await page.getByRole("link", { name: "Run 4 frames" }).click();
  await expect(page).toHaveURL(/\/run$/);
  await expect(line).toHaveValue("4 x 1s every 1.5s | iso 50 -> lighten");
});
