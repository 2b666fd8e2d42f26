import { expect, type Page, test } from "@playwright/test";

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
  await page.request.patch(`/api/shots/${created.shotId}`, { data: { intent: "blurred-subject" } });
  await page.goto(`/outings/${created.outing.id}/shots/${created.shotId}/expose`);
  await expect(field(page)).toBeVisible();
}

const field = (page: Page) => page.getByRole("application", { name: /^Exposure field/ });
const line = (page: Page) => page.getByRole("textbox", { name: "Recipe" });
const recipes = (page: Page) => page.getByRole("list", { name: "Recipes, the best first" });

test("light is set, limits are read, a recipe is taken, a typed line moves the point", async ({ page }) => {
  await open(page);
  const light = page.getByLabel("Scene light, EV");
  await light.fill("7");
  await light.blur();
  await expect(page.getByText("Scene light, EV 7.0")).toBeVisible();
  await expect(page.getByText(/^Before: EV 4.0/)).toBeVisible();
  await expect(page.getByText(/One frame at ISO 50 is white from 0.5/)).toBeVisible();
  const limits = page.getByRole("table", { name: "Limits of the exposure field" });
  await expect(limits.getByRole("rowheader", { name: /^crosses in/ })).toBeAttached();
  await expect(limits.getByRole("rowheader", { name: "street clips" })).toBeAttached();

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
  const box = (await field(page).boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(line(page)).not.toHaveValue("2.5s | iso 80 | focus lock");
  await page.reload();
  await expect(page.getByText("Scene light, EV 7.0")).toBeVisible();
});

test("many frames open the ground, a test frame's reading re-aims the field", async ({ page }) => {
  await open(page);
  await line(page).fill("1s | iso 50");
  await line(page).press("Enter");
  const ground = field(page).locator("rect");
  const before = await ground.count();
  await page.getByRole("slider", { name: "Frames" }).fill("5");
  await expect(line(page)).toHaveValue("32 x 1s | iso 50 -> mean");
  await expect.poll(() => ground.count()).toBeGreaterThan(before);

  const reading = page.getByLabel("Meter reading of a test frame");
  await reading.fill("lots");
  await reading.blur();
  await expect(page.getByText("Write the meter's stops, such as +1.3.")).toBeVisible();
  await reading.fill("+1.3");
  await reading.blur();
  await expect(page.getByText(/^\+1.3/)).toBeVisible();
  const automatic = page.getByLabel("Automatic exposure");
  await automatic.fill("1/20 iso 640");
  await automatic.blur();
  await expect(page.getByText("Scene light, EV 3.3")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(page.getByText("Scene light, EV 3.3")).toBeHidden();
  await page.getByRole("radio", { name: "highlights first" }).check();
  await expect(page.getByText(/Windows keep detail/)).toBeVisible();
});
