import sharp from "sharp";
import { expect, type Page, test } from "./page";

const picture = (page: Page) => page.getByRole("img", { name: "The picture, simulated before it is taken" });
const band = (page: Page) => page.getByRole("slider", { name: "How far the run is" });
/** Mean brightness of the picture, 0 to 255. */
const brightness = (page: Page) =>
  picture(page).evaluate((canvas: HTMLCanvasElement) => {
    const { width, height } = canvas;
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, width, height);
    return data.reduce((sum, value, i) => (i % 4 === 3 ? sum : sum + value), 0) / (data.length * 0.75);
  });

/** Draws a line through the middle of a box. */
async function drag(page: Page, box: { x: number; y: number; width: number; height: number } | null): Promise<void> {
  if (!box) throw new Error("There is nothing to draw on.");
  const [x, y] = [box.x + box.width / 2 - 60, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++) await page.mouse.move(x + 6 * i, y + 2 * i);
  await page.mouse.up();
}

test("the picture is seen before it is taken, at every moment, beside what the screen shows", async ({
  page,
  request,
}) => {
  const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const created = await request.post("/api/outings", { data: { name: "Rehearsed", date: "2026-11-24", site } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "4s | iso 50" } });
  await page.goto(`/outings/${outing.id}/shots/${shotId}/rehearse`);
  await expect(picture(page)).toHaveAttribute("aria-busy", "false");
  await expect(page.getByText("promised", { exact: true })).toBeVisible();
  const whole = await brightness(page);

  // By keys to the beginning: hardly any light has come together yet.
  await band(page).focus();
  await page.keyboard.press("Home");
  await expect.poll(() => brightness(page)).toBeLessThan(whole / 4);
  await page.keyboard.press("End");
  await expect.poll(() => brightness(page)).toBeGreaterThan(0.9 * whole);
  // By hand to the middle.
  const box = (await band(page).boundingBox())!;
  await page.mouse.move(box.x + box.width - 8, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 60, { steps: 5 });
  await page.mouse.up();
  await expect(band(page)).toHaveAttribute("aria-valuetext", /^open for 2(\.\d+)?\ss of 4\ss$/);
  await expect.poll(() => brightness(page)).toBeLessThan(0.9 * whole);

  // The phone's screen says something else, and is called what it is.
  await page.keyboard.press("s");
  await expect(page.getByText("What the phone's screen shows: not the picture")).toBeVisible();
  await expect(page.getByText(/^It shows 1\/24/)).toBeVisible();
  await page.keyboard.press("s");
  await expect(page.getByText("What the phone's screen shows: not the picture")).toBeHidden();

  // Another recipe is set beside it, and wiped over it by keys.
  const beside = page.getByLabel("Compare with", { exact: true });
  await expect(beside.getByRole("option").nth(1)).toBeAttached();
  await beside.selectOption({ index: 1 });
  const other = page.getByRole("img", { name: /^The same scene by / });
  await expect(other).toHaveAttribute("aria-busy", "false");
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

test("a picture of the place is exposed anew, and a lamp that is drawn on it leaves its trail", async ({
  page,
  request,
}) => {
  const site = { name: "Jetty", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const created = await request.post("/api/outings", { data: { name: "Own", date: "2026-11-24", site } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "1s | iso 50 | wb 4000K" } });
  await page.goto(`/outings/${outing.id}/shots/${shotId}/rehearse`);
  await expect(picture(page)).toHaveAttribute("aria-busy", "false");

  // Another scene is picked by hand.
  await page.getByLabel("Scene that stands in for your place").selectOption("mill-weir");
  await expect(page.getByText("Rehearsed before: the mill weir.")).toBeVisible();
  // Where somebody draws with a lantern, the hand does, as fast as it goes.
  await page.getByLabel("Scene that stands in for your place").selectOption("lantern-walk");
  await page.getByRole("button", { name: /^Draw the lantern/ }).click();
  await drag(page, await page.locator("[data-drawing=path]").boundingBox());
  await expect(page.getByText(/^Drawn in .* m\/s in the mean\.$/)).toBeVisible();
  await page.getByRole("button", { name: "Without the drawn way" }).click();
  await expect(page.getByText(/^It draws a spiral at/)).toBeVisible();
  const ground = page.getByLabel("How wet the ground is");
  await ground.selectOption({ label: "Wet ground" });
  await expect(ground).toHaveValue("wet");

  // What is no picture is refused, and nothing is lost.
  const chosen = page.getByLabel("Your own picture of the place");
  await chosen.setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("not a picture") });
  await expect(page.getByRole("alert").filter({ hasText: "Nothing of it was kept." })).toBeVisible();

  const grey = await sharp({ create: { width: 320, height: 240, channels: 3, background: "#505050" } })
    .png()
    .toBuffer();
  await chosen.setInputFiles({ name: "place.png", mimeType: "image/png", buffer: grey });
  await expect(page.getByText("shutter, as you write it")).toBeVisible();
  await expect.poll(() => picture(page).evaluate((canvas: HTMLCanvasElement) => canvas.width)).toBe(320);
  await expect.poll(() => brightness(page)).toBeGreaterThan(60);
  // Written as a picture of the same settings it comes out as it was; two stops shorter it is darker.
  const shutter = page.getByLabel("Shutter time of your picture");
  await shutter.fill("1s");
  await shutter.press("Enter");
  await expect.poll(() => brightness(page)).toBeLessThan(0x50 + 4);
  const line = page.getByRole("textbox", { name: "Recipe" });
  await line.fill("1/4 | iso 50 | wb 4000K");
  await line.press("Enter");
  await expect.poll(() => brightness(page)).toBeLessThan(50);
  const before = await brightness(page);

  await page.getByText("a lamp's way", { exact: true }).click();
  await drag(page, await page.locator("[data-drawing=path]").boundingBox());
  const drawn = page.getByRole("button", { name: /^Remove / });
  await expect(drawn).toBeVisible();
  await expect.poll(() => brightness(page)).toBeGreaterThan(before + 0.1);

  // It is saved with the shot: it stands there again on another visit.
  await page.reload();
  await expect(drawn).toBeVisible();
  await drawn.click();
  await expect(drawn).toBeHidden();
});
