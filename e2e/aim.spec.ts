import { expect, test } from "./page";

test("the camera is turned, a path dragged, focus set; the line and the ribbon follow", async ({ page }) => {
  const created = await (
    await page.request.post("/api/outings", {
      data: { name: "Marsh", date: "2026-07-14", site: { name: "Marsh", latitudeDeg: 40, longitudeDeg: 0 } },
    })
  ).json();
  await page.goto(`/outings/${created.outing.id}/shots/${created.shotId}/aim`);
  const sky = page.getByRole("img", { name: /^The sky towards azimuth/ });
  await expect(sky).toHaveAttribute("aria-label", /azimuth 180°, tilted 18°/);
  await sky.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("ArrowUp");
  await expect(sky).toHaveAttribute("aria-label", /azimuth 190°, tilted 19°/);
  await page.getByRole("tab", { name: "Sky" }).click();
  await expect(page.getByText(/^At \d+° height/)).toBeVisible();
  await expect(page.getByText(/^Stars here stay points to/)).toBeVisible();
  // Where it aims is taken without being asked.
  await expect(page.getByText("Expose uses it.")).toBeVisible();
  await page.getByRole("tab", { name: "Path and focus" }).click();
  const box = (await sky.boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 260, box.y + 200, { steps: 4 });
  await page.mouse.up();
  await expect(sky).not.toHaveAttribute("aria-label", /azimuth 190°/);

  const night = page.getByRole("slider", { name: /^The night from/ });
  const band = (await night.boundingBox())!;
  const readout = page.getByText(/^\d\d:\d\d {2}azimuth/);
  const planned = await readout.textContent();
  await page.mouse.click(band.x + band.width * 0.4, band.y + 20);
  await page.mouse.move(box.x + 40, box.y + 300);
  await expect(readout).not.toHaveText(planned ?? "");
  const held = await readout.textContent();
  await page.mouse.move(band.x + band.width * 0.6, band.y + 20);
  await expect(readout).not.toHaveText(held ?? "");
  await page.mouse.move(box.x + 40, box.y + 300);
  await expect(readout).toHaveText(held ?? "");

  await page.getByLabel("Picture shape").selectOption("16:9");
  await expect(page.getByText(/1920 × 1080, 25 % of the pixels lost/)).toBeVisible();
  await page.getByLabel("What moves").selectOption("tram");
  const plan = page.getByRole("img", { name: /^From above: a mover/ });
  await expect(plan).toBeVisible();
  await expect(page.getByText("Crosses the frame in")).toBeVisible();

  const focus = page.getByRole("slider", { name: "Focus" });
  await focus.focus();
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("textbox", { name: "Recipe" })).toHaveValue(/focus 50m/);
  await expect
    .poll(async () => (await (await page.request.get(`/api/shots/${created.shotId}`)).json()).shot.aim?.crop)
    .toBe("16:9");
  await page.reload();
  await expect(sky).not.toHaveAttribute("aria-label", /azimuth 180°/);
  await expect(page.getByText(/1920 × 1080/)).toBeVisible();
});
