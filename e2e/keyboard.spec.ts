import { expect, type Locator, type Page, test } from "./page";
import { SMALL } from "./smallPhone";

/** Goes on from where the focus is, as a person does, until something has it. */
async function tabTo(page: Page, wanted: Locator, key: "Tab" | "Shift+Tab" = "Tab"): Promise<void> {
  await expect(wanted).toBeVisible();
  for (let presses = 0; presses < 120; presses++) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press(key);
  }
  throw new Error(`The focus never came to ${wanted}.`);
}

async function press(page: Page, wanted: Locator): Promise<void> {
  await tabTo(page, wanted);
  await page.keyboard.press("Enter");
}

/** To a station by its name, through what finds everything. */
async function go(page: Page, station: string): Promise<void> {
  // In a line of text a key is a letter.
  await page.keyboard.press("Shift+Tab");
  await page.keyboard.press(";");
  await expect(page.getByRole("dialog")).toBeVisible();
  await page.keyboard.type(station);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/${station.toLowerCase()}$`));
  await expect(page.getByRole("dialog")).toBeHidden();
}

test("a whole shot by the keyboard alone: begun, placed, aimed, exposed, run, fused, looked at, noted", async ({
  page,
}) => {
  await page.goto("/");
  const name = page.getByLabel(/^Name of the outing/);
  await expect(name).toBeVisible();
  const place = page.getByLabel("Place", { exact: true });
  const site = page.getByLabel("Site", { exact: true });
  if (await site.isVisible()) {
    await tabTo(page, site);
    // The list of sites ends with a new one.
    await page.keyboard.press("End");
  }
  await tabTo(page, place);
  await page.keyboard.type("Key quay");
  await tabTo(page, page.getByLabel("Coordinates", { exact: true }));
  await page.keyboard.type("53.86, -3.42");
  await press(page, page.getByRole("button", { name: "Begin this outing" }));
  await expect(page).toHaveURL(/\/night$/);

  // A shot is set onto the night and moved along it.
  const begins = page.getByLabel(/^Begin of/);
  await tabTo(page, begins);
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("17:05");
  await page.keyboard.press("Enter");
  await expect(begins).toHaveValue("17:05");

  await go(page, "Aim");
  const sky = page.getByRole("img", { name: /^The sky towards azimuth/ });
  await tabTo(page, sky);
  const before = await sky.getAttribute("aria-label");
  await page.keyboard.press("ArrowRight");
  await expect(sky).not.toHaveAttribute("aria-label", before ?? "");

  await go(page, "Expose");
  const field = page.getByRole("application", { name: /^Exposure field/ });
  const line = page.getByRole("textbox", { name: "Recipe" });
  const was = await line.inputValue();
  await tabTo(page, field);
  await page.keyboard.press("ArrowRight");
  await expect(line).not.toHaveValue(was);
  await tabTo(page, line);
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("3 x 0.5s every 1s | iso 50 | jpeg -> lighten");
  await page.keyboard.press("Enter");
  await expect(line).toHaveValue("3 x 0.5s every 1s | iso 50 | jpeg -> lighten");

  await go(page, "Run");
  await tabTo(page, page.getByRole("radio", { name: SMALL.usual }));
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("radio", { name: SMALL.name })).toBeChecked();
  await tabTo(page, page.getByRole("button", { name: "Run 3 frames" }), "Shift+Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Done: 3 of 3 frames")).toBeVisible();

  await go(page, "Sift");
  await tabTo(page, page.getByRole("slider", { name: "The strand of 3 frames" }));
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("region", { name: "Frame frame-0002.jpg" })).toBeVisible();
  await page.keyboard.press("Space");
  await press(page, page.getByRole("button", { name: "Fuse 2 frames" }));
  await expect(page).toHaveURL(/\/stack$/);
  await expect(page.getByText(`${SMALL.size} at`)).toBeVisible();
  const histogram = page.getByRole("slider", { name: /^Histogram/ });
  await tabTo(page, histogram);
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByText(/: \d+\.\d+ % of pixels$/)).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByText(`${SMALL.size} at 100 %`)).toBeVisible();

  await go(page, "Log");
  const note = page.getByLabel("Note on stack of 2 frames");
  await tabTo(page, note);
  await page.keyboard.type("By keys alone.");
  await press(page, page.getByRole("button", { name: "Rate 4 of 5" }).first());
  await page.reload();
  await expect(note).toHaveValue("By keys alone.");
  await expect(page.getByRole("button", { name: "Rate 4 of 5" }).first()).toHaveAttribute("aria-pressed", "true");
});
