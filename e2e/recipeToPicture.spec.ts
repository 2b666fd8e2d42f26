import { expect, type Page, test } from "./page";
import { SMALL, SMALL_PHONE } from "./smallPhone";

/** The form of a new outing, with a site to be made; it stands there only once the known sites are read. */
async function askForNewSite(page: Page): Promise<void> {
  await page.goto("/");
  await expect(page.getByLabel("Night of")).toBeVisible();
  const site = page.getByLabel("Site", { exact: true });
  if (await site.isVisible()) await site.selectOption("A new site");
}

async function beginOuting(page: Page, place: string): Promise<void> {
  await askForNewSite(page);
  await page.getByLabel("Place", { exact: true }).fill(place);
  await page.getByLabel("Coordinates", { exact: true }).fill("53°51'36\"N 3°25'12\"W");
  await page.getByRole("button", { name: "Begin this outing" }).click();
  await expect(page).toHaveURL(/\/night$/);
  await page.waitForLoadState("networkidle");
  await page.getByRole("link", { name: /^Run/ }).click();
  await expect(page).toHaveURL(/\/run$/);
}

const noPageScroll = (page: Page) =>
  page.evaluate(
    () =>
      document.documentElement.scrollHeight <= window.innerHeight &&
      document.documentElement.scrollWidth <= window.innerWidth,
  );

test("a recipe is typed, run, fused, looked at and logged", async ({ page }) => {
  await beginOuting(page, "Mill weir");
  // The night is folded where a picture needs the room; a key opens it over the picture, and closes it.
  const night = page.getByRole("slider", { name: /The night from/ });
  await expect(page.getByRole("button", { name: /^The night from .* folded/ })).toBeVisible();
  await page.keyboard.press("r");
  await expect(night).toBeFocused();
  await page.keyboard.press("r");
  await expect(night).toBeHidden();

  const line = page.getByRole("textbox", { name: "Recipe" });
  await line.fill("4 x 1s every 1.5s | iso fifty | jpeg -> mean");
  await expect(page.getByRole("alert").filter({ hasText: "iso fifty" })).toContainText("expected iso and a number");
  await expect(page.getByRole("button", { name: /^Run/ })).toBeDisabled();
  await line.fill("4x1s every 1.5 s|ISO50|jpeg→mean");
  await line.press("Enter");
  await expect(line).toHaveValue("4 x 1s every 1.5s | iso 50 | jpeg -> mean");
  await page.reload();
  await expect(line).toHaveValue("4 x 1s every 1.5s | iso 50 | jpeg -> mean");

  await page.getByText(SMALL.name, { exact: true }).click();
  await page.getByRole("button", { name: "Run 4 frames" }).click();
  await expect(page.getByText("Done: 4 of 4 frames")).toBeVisible();
  await expect(page.getByRole("img", { name: "4 frames, fused so far" })).toBeVisible();
  expect(await noPageScroll(page)).toBe(true);

  await page.getByRole("button", { name: "Fuse 4 frames" }).click();
  await expect(page).toHaveURL(/\/stack$/);
  await expect(page.getByText(`${SMALL.size} at`)).toBeVisible();
  await expect(
    page.getByRole("slider", { name: `Histogram of ${SMALL.pixels.toLocaleString("en")} pixels` }),
  ).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByText(`${SMALL.size} at 100 %`)).toBeVisible();
  const result = page.getByRole("img", { name: "Result of 4 frames" });
  await expect(result).toHaveAttribute("aria-busy", "false");
  // Drawn to its last corner, from tiles of every pixel.
  const drawn = await result.evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
    return data.filter((value, at) => at % 4 === 3 && value === 255).length;
  });
  expect(drawn).toBeGreaterThan(0.99 * SMALL.pixels);
  await page.keyboard.press("h");
  await expect(page.getByText("dots: clipped")).toBeVisible();
  expect(await noPageScroll(page)).toBe(true);

  await page.getByRole("link", { name: /^Log/ }).click();
  const note = page.getByLabel("Note on stack of 4 frames");
  await note.fill("Water like glass.");
  await note.blur();
  await page.getByRole("button", { name: "Rate 4 of 5" }).first().click();
  await expect(page.getByRole("button", { name: "Rate 4 of 5" }).first()).toHaveAttribute("aria-pressed", "true");
  await page.reload();
  await expect(note).toHaveValue("Water like glass.");
  await expect(page.getByText("4 x 1s every 1.5s | iso 50 | jpeg -> mean")).toHaveCount(2);

  await page.getByRole("button", { name: "Delete", exact: true }).first().click();
  await expect(page.getByText("1 entry", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("2 entries", { exact: true })).toBeVisible();
});

test("a bracket is run with the shot's own camera, fused, and fused otherwise", async ({ page }) => {
  const phone = { ...SMALL_PHONE, name: "Lock phone" };
  expect((await page.request.put("/api/kit/phones", { data: phone })).ok()).toBe(true);
  await beginOuting(page, "Lock gate");
  const phones = page.getByLabel("Phone", { exact: true });
  await expect(page.getByLabel("Lens", { exact: true })).toBeVisible();
  if (await phones.isVisible()) await phones.selectOption(phone.name);
  await page.getByLabel("Lens", { exact: true }).selectOption("tele");
  await expect(page.getByRole("heading", { name: /, tele$/ })).toBeVisible();
  const line = page.getByRole("textbox", { name: "Recipe" });
  await line.fill("3 x 1/4 | bracket 2 stops | iso 50 | jpeg -> fuse");
  await line.press("Enter");
  await page.getByText(SMALL.name, { exact: true }).click();
  await page.getByRole("button", { name: "Run 3 frames" }).click();
  await expect(page.getByText("Done: 3 of 3 frames")).toBeVisible();
  await page.getByRole("button", { name: "Fuse 3 frames" }).click();
  await expect(page.getByText("Fused from")).toBeVisible();
  await page.getByRole("button", { name: "Whole trails, clean ground" }).click();
  await expect(page.getByRole("img", { name: "Try: Lighten over the mean" })).toBeVisible();
  await page.getByRole("button", { name: /^Fuse \d+ frames so$/ }).click();
  await expect(page.getByText("Brightest over the mean of")).toBeVisible();
  await page.getByRole("button", { name: "Without who passes" }).click();
  await page.getByRole("button", { name: /^Fuse \d+ frames so$/ }).click();
  await expect(page.getByText("Median of", { exact: true })).toBeVisible();
  await page.getByRole("link", { name: /^Log/ }).click();
  await expect(page.getByText(/bracket 2 stops .*-> fuse/).first()).toBeVisible();
});

test("the phone says what it cannot do, and a run can be ended early", async ({ page }) => {
  await beginOuting(page, "Market square");
  const line = page.getByRole("textbox", { name: "Recipe" });
  await line.fill("2 x 90s | iso 50");
  await line.press("Enter");
  await page.getByRole("button", { name: /^Run 2 frames/ }).click();
  await expect(page.getByText(/cannot hold 1.min.30.s. It goes from/)).toBeVisible();

  await line.fill("30 x 1s every 2s | iso 50 | jpeg");
  await line.press("Enter");
  await page.getByText(SMALL.name, { exact: true }).click();
  await page.getByText("in real time", { exact: true }).click();
  await page.getByRole("button", { name: /^Run 30 frames/ }).click();
  await expect(page.getByText(/Running: [2-9] of 30 frames/)).toBeVisible();
  await page.getByRole("button", { name: "Stop after this frame" }).click();
  await expect(page.getByText(/Ended early: \d+ of 30 frames/)).toBeVisible();
  await expect(page.getByRole("button", { name: /^Fuse \d+ frames/ })).toBeVisible();
});

test("wrong coordinates keep what was typed and say what to write", async ({ page }) => {
  await askForNewSite(page);
  await page.getByLabel("Place", { exact: true }).fill("Nowhere");
  const coordinates = page.getByLabel("Coordinates", { exact: true });
  await coordinates.fill("91, 0");
  await page.getByRole("button", { name: "Begin this outing" }).click();
  await expect(page.getByText("Latitude goes from -90 to 90, not 91.")).toBeVisible();
  await coordinates.fill("west of here");
  await page.getByRole("button", { name: "Begin this outing" }).click();
  await expect(page.getByText(/Write latitude and longitude, such as/)).toBeVisible();
  await expect(page.getByLabel("Place", { exact: true })).toHaveValue("Nowhere");
  await expect(coordinates).toHaveValue("west of here");
});

test("help, palette, number keys, themes and lost addresses work from the keyboard", async ({ page }) => {
  await beginOuting(page, "Carousel");
  await page.locator("body").press("?");
  await expect(page.getByRole("heading", { name: "How this works" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "How this works" })).toBeHidden();
  await page.keyboard.press("6");
  await expect(page).toHaveURL(/\/sift$/);
  await page.keyboard.press(";");
  await page.getByPlaceholder("Where to, or what to do?").fill("log");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/log$/);
  await expect(page.locator("html")).toHaveClass(/dusk/);
  await page.getByRole("button", { name: /light theme/ }).click();
  await expect(page.locator("html")).toHaveClass(/desk/);
  await page.goto("/nowhere");
  await expect(page.getByRole("heading", { name: "Nothing stands here." })).toBeVisible();
  await page.goto("/outings/00000000-0000-4000-8000-000000000000/shots/00000000-0000-4000-8000-000000000000/run");
  await expect(page.getByRole("heading", { name: "This outing cannot be shown." })).toBeVisible();
});

test("on a phone the column becomes a tab and nothing scrolls sideways", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await beginOuting(page, "Pump");
  await expect(page.getByRole("tab", { name: "Frames" })).toBeVisible();
  await page.getByRole("tab", { name: "Settings" }).click();
  await expect(page.getByText("Renders as middle grey")).toBeVisible();
  for (const station of ["Night", "Aim", "Expose", "Run", "Sift", "Stack", "Log"]) {
    await page.getByRole("link", { name: new RegExp(`^${station}`) }).click();
    expect(await noPageScroll(page)).toBe(true);
  }
});
