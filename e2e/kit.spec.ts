import { readFile } from "node:fs/promises";
import { expect, test } from "./page";

test("filters and phones are added, copied, deleted with undo, and travel in a file", async ({ page }) => {
  await page.goto("/kit");
  const strength = page.getByLabel("Strength of the filter");
  await page.getByLabel("Name of the filter").fill("Sunglasses");
  await strength.fill("dark");
  await page.getByRole("button", { name: "Add the filter" }).click();
  await expect(page.getByText("Write its strength as nd 8, 3 stops or od 0.9.")).toBeVisible();
  await strength.fill("od 0.9");
  await page.getByRole("button", { name: "Add the filter" }).click();
  await expect(page.getByText("3.0 stops, ×8")).toBeVisible();

  const lens = {
    name: "main",
    focalLengthMm: 6.4,
    fNumbers: [1.8],
    widthPx: 4080,
    heightPx: 3060,
    pitchUm: 2.4,
    baseIso: 50,
    fullWellElectrons: 24_000,
    readNoisePreElectrons: 1.6,
    readNoisePostElectrons: 4.5,
    darkElectronsPerSecond: 0.6,
    prnu: 0.006,
    bits: 12,
    binned: false,
  };
  const profile = {
    lenses: [lens],
    shutterLadder: [0.5, 1, 2],
    isoLadder: [50, 100],
    measuredShutters: [],
    writeSeconds: 0.4,
    delaysSeconds: [0, 2],
    shutterLagSeconds: 0.1,
  };
  const give = (name: string, text: string) =>
    page.getByLabel("Kit file").setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await give("broken.json", "{");
  await expect(page.getByText("broken.json is no JSON file; your kit is as it was.")).toBeVisible();
  await give(
    "falling.json",
    JSON.stringify({ phones: [{ name: "Pocket Z", profile: { ...profile, isoLadder: [100, 50] } }], filters: [] }),
  );
  await expect(page.getByText(/ISO values must rise.*Your kit is as it was/)).toBeVisible();
  await give("kit.json", JSON.stringify({ phones: [{ name: "Pocket C", profile }], filters: [] }));
  await page.getByRole("button", { name: "Pocket C" }).click();
  await expect(page.getByText("Sees like 23 mm on a 35 mm frame.")).toBeVisible();

  await page.getByLabel("Name", { exact: true }).fill("Pocket D");
  await page.getByRole("button", { name: /^What the phone offers/ }).click();
  await page.getByLabel("Shutter times, shortest first").fill("2, 1");
  await page.getByRole("button", { name: "Save as Pocket D" }).click();
  await expect(page.getByText(/Shutter times must rise/)).toBeVisible();
  await page.getByLabel("Shutter times, shortest first").fill("1/4, 1/2, 1, 2s");
  await page.getByRole("button", { name: "Save as Pocket D" }).click();
  await expect(page.getByRole("button", { name: "Pocket D", exact: true })).toBeVisible();

  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Kit as a file" }).click(),
  ]);
  const kit = JSON.parse((await readFile(await download.path())).toString("utf8"));
  const copy = kit.phones.find(({ name }: { name: string }) => name === "Pocket D");
  expect(copy.profile.shutterLadder).toEqual([0.25, 0.5, 1, 2]);

  await page.getByRole("button", { name: "Delete Sunglasses" }).click();
  await expect(page.getByRole("button", { name: "Change Sunglasses" })).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("button", { name: "Change Sunglasses" })).toBeVisible();
});
