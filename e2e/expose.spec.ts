import sharp from "sharp";
import { expect, type Page, test } from "./page";
import { SMALL_PHONE } from "./smallPhone";

async function open(page: Page): Promise<void> {
  const created = await (
    await page.request.post("/api/outings", {
      data: {
        name: "Tram stop",
        date: "2026-11-25",
        site: { name: "Tram stop", latitudeDeg: 48.2, longitudeDeg: 16.4 },
      },
    })
  ).json();
  await page.goto(`/outings/${created.outing.id}/shots/${created.shotId}/expose`);
  await expect(field(page)).toBeVisible();
  const before = await line(page).inputValue();
  await page.getByLabel("Intent", { exact: true }).selectOption("Blurred subject, still world");
  await expect(page.getByText(/^Never on or near tracks/)).toBeVisible();
  // The server plans the line anew; what is typed before it is there would be typed into it.
  await expect(line(page)).not.toHaveValue(before);
}

const field = (page: Page) => page.getByRole("application", { name: /^Exposure field/ });
const line = (page: Page) => page.getByRole("textbox", { name: "Recipe" });
const recipes = (page: Page) => page.getByRole("list", { name: "Recipes, the best first" });

const turnTo = (page: Page, name: string) => page.getByRole("tab", { name }).click();
/** How many rungs are open, once the field is that of the line. */
async function ground(page: Page): Promise<number> {
  await expect(field(page)).toHaveAttribute("aria-busy", "false");
  return field(page).locator("[data-open]").count();
}

test("light is set, limits are read, a recipe is taken, a typed line moves the point", async ({ page }) => {
  await open(page);
  await turnTo(page, "Scene");
  const light = page.getByLabel("Scene light, EV");
  await light.fill("7");
  await light.blur();
  await expect(page.getByText("Scene light, EV 7.0")).toBeVisible();
  await turnTo(page, "Recipes");
  await expect(page.getByText(/^Before: EV 4.0/)).toBeVisible();
  await expect(page.getByText(/^With a filter of \d stops? /).first()).toBeVisible();
  const limits = page.getByRole("table", { name: "Limits of the exposure field" });
  await expect(limits.getByRole("rowheader", { name: /^crosses in/ })).toBeAttached();
  await expect(limits.getByRole("rowheader", { name: "place clips" })).toBeAttached();

  await recipes(page).getByRole("button").first().click();
  await expect(line(page)).toHaveValue(/^\d+ x .* \| iso \d+ .*-> mean$/);

  await line(page).fill("2s | iso 100 | focus lock");
  await line(page).press("Enter");
  await expect(field(page)).toHaveAttribute("aria-label", /2.s at ISO 100/);
  await field(page).focus();
  await page.keyboard.press("ArrowRight");
  await expect(line(page)).toHaveValue("2.5s | iso 100 | focus lock");
  await page.keyboard.press("ArrowDown");
  await expect(line(page)).toHaveValue("2.5s | iso 80 | focus lock");
  await turnTo(page, "Point");
  const prediction = page.locator("dl[aria-label='Prediction']");
  await expect(prediction.getByText("From the meter")).toBeVisible();
  await expect(prediction.getByText(/^The scene.s EV 7.0, less the settings/)).toBeVisible();
  const box = (await field(page).boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(line(page)).not.toHaveValue("2.5s | iso 80 | focus lock");
  const clicked = await line(page).inputValue();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 140, box.y + box.height / 2 + 90, { steps: 6 });
  await page.mouse.up();
  await expect(line(page)).not.toHaveValue(clicked);
  const iso = (text: string) => Number(/iso (\d+)/.exec(text)?.[1]);
  expect(iso(await line(page).inputValue())).toBeLessThan(iso(clicked));
  await page
    .getByRole("list", { name: /^Limits, those/ })
    .getByRole("button")
    .first()
    .click();
  await expect(page.getByRole("list", { name: /^Limits, those/ }).locator("[aria-expanded=true]")).toHaveCount(1);
  await page.reload();
  await turnTo(page, "Scene");
  await expect(page.getByText("Scene light, EV 7.0")).toBeVisible();
});

/** Mean brightness of the rehearsed picture, 0 to 255. */
const rehearsed = (page: Page) =>
  page.getByRole("img", { name: /^A stand-in scene under your light/ }).evaluate((canvas) => {
    const { width, height } = canvas as HTMLCanvasElement;
    const { data } = (canvas as HTMLCanvasElement).getContext("2d")!.getImageData(0, 0, width, height);
    return data.reduce((sum, value, i) => (i % 4 === 3 ? sum : sum + value), 0) / (data.length * 0.75);
  });

test("the picture beside the field follows the line, is the darker the shorter, and can be put away", async ({
  page,
}) => {
  await open(page);
  await line(page).fill("1/8 | iso 50");
  await line(page).press("Enter");
  // Until the first picture of this line is there, the one of the line before stands.
  await expect.poll(() => rehearsed(page)).toBeGreaterThan(5);
  await expect.poll(() => rehearsed(page)).toBeLessThan(90);
  await line(page).fill("8s | iso 50");
  await line(page).press("Enter");
  await expect.poll(() => rehearsed(page)).toBeGreaterThan(180);
  await line(page).fill("40 x 1/8 | iso 50 -> mean");
  await line(page).press("Enter");
  await expect(page.getByText(/^A stand-in under your light: .*, 16 of 40 frames$/)).toBeVisible();
  await expect.poll(() => rehearsed(page)).toBeLessThan(90);
  await page.getByRole("button", { name: "Hide the picture" }).click();
  await expect(page.getByText(/^A stand-in under your light/)).toBeHidden();
  await page.getByRole("button", { name: "Show the picture" }).click();
  await expect(page.getByText(/^A stand-in under your light/)).toBeVisible();
});

test("a filter and many frames open the ground; another lens moves it", async ({ page }) => {
  const phone = { ...SMALL_PHONE, name: "Field phone" };
  expect((await page.request.put("/api/kit/phones", { data: phone })).ok()).toBe(true);
  const filter = { name: "Eight times", notation: "factor", value: 8 };
  expect((await page.request.put("/api/kit/filters", { data: filter })).ok()).toBe(true);
  await open(page);
  await turnTo(page, "Scene");
  for (const [label, value] of [
    ["distance, m", "18"],
    ["speed, m/s", "8"],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByLabel(label, { exact: true }).press("Enter");
  }
  await line(page).fill("1s | iso 50");
  await line(page).press("Enter");
  await expect(field(page)).toHaveAttribute("aria-label", /1.s at ISO 50/);
  const bare = await ground(page);
  await page.getByLabel("Filter", { exact: true }).selectOption("Eight times");
  await expect(line(page)).toHaveValue("1s | iso 50 | nd 8");
  await expect.poll(() => ground(page)).toBeGreaterThan(bare);
  await page.getByLabel("Filter", { exact: true }).selectOption("none");
  await expect.poll(() => ground(page)).toBe(bare);
  const frames = page.getByRole("slider", { name: "Frames" });
  await frames.focus();
  for (const count of [2, 4, 8, 16, 32]) {
    await page.keyboard.press("ArrowRight");
    await expect(line(page)).toHaveValue(`${count} x 1s | iso 50 -> mean`);
  }
  await expect.poll(() => ground(page)).toBeGreaterThan(bare);

  await frames.focus();
  await page.keyboard.press("Home");
  await expect(line(page)).toHaveValue("1s | iso 50");
  const limits = page.getByRole("table", { name: "Limits of the exposure field" });
  const crossing = limits.getByRole("rowheader", { name: /^crosses in/ });
  await expect(crossing).toHaveCount(1);
  const wide = await crossing.textContent();
  await page.getByRole("button", { name: /^Camera: / }).click();
  const phones = page.getByLabel("Phone", { exact: true });
  if (await phones.isVisible()) await phones.selectOption(phone.name);
  await page.getByLabel("Lens", { exact: true }).selectOption("tele");
  await expect(crossing).not.toHaveText(wide ?? "");
  await page.reload();
  await expect(page.getByRole("button", { name: /^Camera: Field phone, tele / })).toBeVisible();
});

test("a test frame re-aims the field: its reading, what the automatic shows, or the picture itself", async ({
  page,
}) => {
  await open(page);
  await line(page).fill("2s | iso 50");
  await line(page).press("Enter");
  await turnTo(page, "Scene");
  const reading = page.getByLabel("Meter reading of a test frame");
  await reading.fill("lots");
  await reading.blur();
  await expect(page.getByText("Write the meter's stops, such as +1.3.")).toBeVisible();
  await reading.fill("+1.3");
  await reading.blur();
  await expect(page.getByText("Scene light, EV 3.0")).toBeVisible();
  await expect(page.getByText(/^\+1.3/)).toBeVisible();
  // So that the next undo is the next change's.
  await page.getByRole("button", { name: "Close this message" }).click();
  await expect(page.getByRole("button", { name: "Close this message" })).toBeHidden();
  const automatic = page.getByLabel("Automatic exposure");
  await automatic.fill("1/20 iso 640");
  await automatic.blur();
  await expect(page.getByText("Scene light, EV 3.3")).toBeVisible();
  await expect(page.getByRole("button", { name: "Close this message" })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(page.getByText("Scene light, EV 3.0")).toBeVisible();

  const picture = page.getByLabel("Test picture");
  await picture.setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("no picture") });
  await expect(page.getByRole("alert").filter({ hasText: "The scene's light is as it was" })).toBeVisible();
  await expect(page.getByText("Scene light, EV 3.0")).toBeVisible();
  // Two stops over middle grey at 2 s and ISO 50 with f/1.8: EV 1.7 + 2.
  const background = { r: 173, g: 173, b: 173 };
  const buffer = await sharp({ create: { width: 96, height: 72, channels: 3, background } })
    .png()
    .toBuffer();
  await picture.setInputFiles({ name: "test.png", mimeType: "image/png", buffer });
  await expect(page.getByText(/^test.png: 2.s, ISO 50/)).toBeVisible();
  await expect(page.getByText("Scene light, EV 3.7")).toBeVisible();

  await turnTo(page, "Preferences");
  await page.getByText("highlights first", { exact: true }).click();
  await expect(page.getByText(/Windows keep detail/)).toBeVisible();
  await page.getByRole("button", { name: "Compare: Frames" }).click();
  await expect(page.locator("dl[aria-label='Frames compared on this shot'] code")).toHaveCount(2);
});
