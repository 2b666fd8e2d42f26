import { join } from "node:path";
import { expect, test } from "./page";
import { killHard, startAnswering } from "./server";
import { putSmallPhone } from "./smallPhone";

const data = join(process.env.TEST_DATA ?? ".test-data", "first-steps");

test("from an empty start two presses lead to a picture before it is taken, and what was seen is there again", async ({
  page,
  request,
  playwright,
}) => {
  const { server, address } = await startAnswering(request, data);
  try {
    const api = await playwright.request.newContext({ baseURL: address });
    await putSmallPhone(api);
    await api.dispose();
    await page.goto(address);
    const pictures = page.getByRole("list", { name: "What may be taken" }).getByRole("button");
    await expect(pictures).toHaveCount(13);
    // None of them is a hole: each has its picture.
    const loaded = () =>
      page.evaluate(
        () =>
          [...document.querySelectorAll("main li img")].filter((img) => (img as HTMLImageElement).naturalWidth > 0)
            .length,
      );
    await expect.poll(loaded).toBe(13);

    await page.getByRole("button", { name: /^Smoothed water/ }).click();
    await expect(page.getByRole("dialog", { name: "Where will you be?" })).toBeVisible();
    await page.getByRole("textbox", { name: "A town (no network needed)" }).fill("Reykjav");
    await page
      .getByRole("button", { name: /^Reykjavík/ })
      .first()
      .click();
    await page.waitForURL(/\/rehearse$/);
    const picture = page.getByRole("img", { name: "The picture, simulated before it is taken" });
    await expect(picture).toHaveAttribute("aria-busy", "false");
    await expect(page.getByRole("columnheader", { name: "promised" })).toBeVisible();
    await expect(page.getByRole("textbox", { name: "Recipe" })).not.toHaveValue("");

    // The station says what it is for until somebody did something there.
    const purpose = page.getByText("The picture before it is taken, at every moment of its run.");
    await expect(purpose).toBeVisible();
    await page.getByRole("button", { name: "1:1" }).click();
    await page.reload();
    await expect(picture).toHaveAttribute("aria-busy", "false");
    await expect(purpose).toHaveCount(0);
    // The picture was kept: it came whole, without being simulated, from the application.
    const kept = await page.evaluate(() =>
      performance
        .getEntriesByType("resource")
        .filter(({ name }) => name.includes("/api/rehearsals/"))
        .map(({ name }) => name),
    );
    expect(kept.length).toBeGreaterThan(0);
    expect((await request.get(kept[0]!)).status()).toBe(200);

    // Back at the start the place is known, and the next picture is one press away, in the same outing.
    await page.goto(address);
    await expect(page.getByLabel("Where")).toHaveText(/Reykjavík/);
    await expect(page.getByRole("button", { name: /^Smoothed water/ })).toHaveText(/\d\d:\d\d|no good night/);
    await page.getByRole("button", { name: /^Smoothed water/ }).click();
    await page.waitForURL(/\/rehearse$/);
    await expect(page.getByLabel("Shot").locator("option")).toHaveText(["Smoothed water", "Smoothed water"]);
  } finally {
    await killHard(server);
  }
});

test("the first page and its question fit a phone, and the help draws the stations", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto("/");
  const pictures = page.getByRole("list", { name: "What may be taken" }).getByRole("button");
  await expect(pictures).toHaveCount(13);
  const overflow = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(await overflow()).toBeLessThanOrEqual(0);
  await page.keyboard.press("?");
  const help = page.getByRole("dialog", { name: "How this works" });
  await expect(help.getByRole("img", { name: /^The stations in order\. Night: .* Log: / })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
});
