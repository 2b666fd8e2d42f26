import sharp from "sharp";
import { expect, test } from "./page";

const SIZE = { width: 480, height: 360 };
const COUNT = 3;

/** Frames of a blue sky over a street that warm lamps light, with some noise. */
const streets = () =>
  Promise.all(
    Array.from({ length: COUNT }, async (_, k) => {
      const samples = new Uint8Array(3 * SIZE.width * SIZE.height);
      for (let at = 0; at < SIZE.width * SIZE.height; at++) {
        const [x, y] = [at % SIZE.width, Math.floor(at / SIZE.width)];
        const wanted = y < 120 ? [40, 60, 110] : Math.hypot(x - 300, y - 200) < 14 ? [255, 250, 240] : [120, 84, 44];
        samples.set(
          wanted.map((code) => Math.min(255, code + ((x * 7 + y * 13 + k) % 3))),
          3 * at,
        );
      }
      const buffer = await sharp(samples, { raw: { ...SIZE, channels: 3 } })
        .png()
        .toBuffer();
      return { name: `street-${k}.png`, mimeType: "image/png", buffer };
    }),
  );

test("a result is finished light by light, its look is saved, given to another result, and taken away in a file", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  await page.getByLabel("Files to fuse").setInputFiles(await streets());
  await page.getByRole("button", { name: `Fuse ${COUNT} frames` }).click({ timeout: 60_000 });
  await expect(page.getByText("Mean of", { exact: true })).toBeVisible({ timeout: 60_000 });
  await page.getByRole("button", { name: "Whole trails", exact: true }).click();
  await page.getByRole("button", { name: `Fuse ${COUNT} frames so` }).click();
  await expect(page.getByLabel("Result").getByRole("option")).toHaveCount(2);
  await expect(page.getByText("Brightest of", { exact: true })).toBeVisible({ timeout: 60_000 });

  await page.getByRole("link", { name: "Finish", exact: true }).click();
  await page.getByRole("button", { name: "Finish the newest result" }).click();
  const bar = page.getByRole("slider", { name: "Warm lamps", exact: true });
  await expect(bar).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole("slider", { name: "Sky", exact: true })).toBeVisible();

  // By key, by a button that is computed, and as typed.
  const line = page.getByRole("textbox", { name: "Look", exact: true });
  await bar.focus();
  await bar.press("ArrowDown");
  await expect(line).toHaveValue("warm -0.17");
  await page.getByRole("button", { name: /^Its colour out/ }).click();
  await expect(line).toHaveValue(/^warm -0\.17 \d{4}K$/);
  await line.fill("sky +much");
  await expect(page.getByText("“+much” — expected stops")).toBeVisible();
  await line.press("Escape");
  await line.fill(`${await line.inputValue()} | sky +1`);
  await line.press("Enter");
  await expect(line).toHaveValue(/^sky \+1 \| warm -0\.17 \d{4}K$/);
  const kept = await line.inputValue();

  // Steps are there after a reload, and can be taken back.
  await page.getByRole("button", { name: "Take the last step back" }).click();
  await expect(line).toHaveValue(/^warm -0\.17 \d{4}K$/);
  await page.getByRole("button", { name: "Do it again" }).click();
  await expect(line).toHaveValue(kept);
  await page.getByLabel("Save this look as").fill("Street, cooler");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("button", { name: "Street, cooler", exact: true })).toBeVisible();

  // It goes to others as a code and a file, and comes from one; what is none says so.
  await page.getByRole("button", { name: "Ways to take Street, cooler along" }).click();
  await expect(page.getByRole("img", { name: `${kept}, as a code that a camera reads` })).toBeVisible();
  await expect(page.getByText("A table cannot hold what depends on the place: sky, warm.")).toBeVisible();
  const sheet = await page.getByRole("link", { name: "A sheet to print" }).getAttribute("href");
  expect((await (await page.request.get(sheet!)).body()).toString("latin1")).toMatch(/^%PDF-/);
  const file = (name: string, text: string) => ({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  await page.getByLabel("A file of a look").setInputFiles(file("odd ü.txt", "# Odd\nsunshine +1"));
  await expect(page.getByRole("alert").filter({ hasText: "“sunshine” is no part of a look" })).toBeVisible();
  await page.getByLabel("A file of a look").setInputFiles(file("cut.txt", "# Cut\nsky +1 | straighten 2"));
  await expect(line).toHaveValue("straighten +2 | sky +1");
  await expect(page.getByText(/% lost · prints up to/)).toBeVisible();

  // Cut by hand, looked at closely, and beside what it was.
  await page.getByRole("button", { name: "Crop by hand" }).click();
  await page.getByRole("slider", { name: "Crop, left top" }).press("ArrowRight");
  await expect(line).toHaveValue("straighten +2 | sky +1 | crop 0.01 0 0.99 1");
  await page.getByRole("button", { name: "Take the last step back" }).click();
  await expect(line).toHaveValue("straighten +2 | sky +1");
  // A corner follows the hand: a quarter of the picture's width, and a half of its height.
  const whole = (await page.getByRole("img", { name: "Version 1, finished", exact: true }).boundingBox())!;
  await page.mouse.move(whole.x + 1, whole.y + 1);
  await page.mouse.down();
  await page.mouse.move(whole.x + whole.width / 8, whole.y + whole.height / 3, { steps: 4 });
  await page.mouse.move(whole.x + whole.width / 4, whole.y + whole.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(line).toHaveValue(/crop 0\.2[45]\d* 0\.(49|5)\d* /);
  await page.getByRole("button", { name: "Keep this crop" }).click();
  // Marks lie over the picture, each on its pixel.
  await page.getByRole("button", { name: /^Show what is white/ }).click();
  const places = () =>
    page.getByRole("img", { name: "Version 1, finished", exact: true }).evaluate((picture) =>
      [...picture.parentElement!.querySelectorAll("canvas")].map((canvas) => {
        const { x, y, width, height } = canvas.getBoundingClientRect();
        return [x, y, width, height].map(Math.round).join(" ");
      }),
    );
  await expect.poll(async () => (await places()).length).toBe(2);
  expect(new Set(await places()).size).toBe(1);
  // The lamp is white: there are marks.
  const marked = () =>
    page.getByRole("img", { name: "Version 1, finished", exact: true }).evaluate((picture) => {
      const canvas = picture.parentElement!.querySelectorAll("canvas")[1]!;
      const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
      return data.some((value) => value > 0);
    });
  await expect.poll(marked).toBe(true);
  await page.getByRole("button", { name: /^Show what is white/ }).click();
  await page.getByRole("button", { name: "Pixel by pixel (l)" }).click();
  await expect(page.getByRole("img", { name: /pixel by pixel$/ })).toBeVisible();
  await page.getByRole("button", { name: "Beside as it was before" }).click();
  await expect(page.getByRole("img", { name: /, as it was before$/ })).toBeVisible();
  await page.getByRole("button", { name: "Beside as it was before" }).click();
  await page.getByRole("button", { name: "Pixel by pixel (l)" }).click();
  await page.getByRole("button", { name: "Street, cooler", exact: true }).click();
  await expect(line).toHaveValue(kept);

  // A table of another program, half of it; a broken one says where.
  await page.getByLabel("A file of a look").setInputFiles(file("Broken.cube", "LUT_3D_SIZE 2\n0 0 0 0"));
  await expect(page.getByRole("alert").filter({ hasText: "Line 2 is wrong" })).toBeVisible();
  const grey = "LUT_1D_SIZE 2\n0.5 0.5 0.5\n0.5 0.5 0.5\n";
  await page.getByLabel("A file of a look").setInputFiles(file("All Grey.cube", grey));
  await expect(line).toHaveValue(`${kept} | table all-grey 100`);
  await page.getByRole("slider", { name: "How much of all-grey" }).press("ArrowLeft");
  await expect(line).toHaveValue(`${kept} | table all-grey 99`);
  await page.getByRole("button", { name: "Delete the table all-grey" }).click();
  await expect(page.getByRole("button", { name: "all-grey", exact: true })).toBeHidden();
  await page.getByRole("button", { name: "Street, cooler", exact: true }).click();
  await expect(line).toHaveValue(kept);

  const href = await page.getByRole("link", { name: "JPEG" }).getAttribute("href");
  await expect
    .poll(async () => {
      const answer = await page.request.get(href!);
      // Until the change has arrived its table is one that is gone.
      return answer.ok() ? ((await sharp(await answer.body()).metadata()).xmp?.toString() ?? "") : "";
    })
    .toContain(`aevumen:look="${kept}"`);
  // Loose files were taken nobody knows where: nothing offers to say it.
  await expect(page.getByText("Say where")).toBeHidden();
  const placed = await page.request.get(`${href}&place=1`);
  expect([placed.status(), await placed.text()]).toEqual([409, expect.stringContaining("has no site")]);
  const image = sharp(await (await page.request.get(href!)).body());
  const at = async (x: number, y: number) => {
    const { data } = await image.clone().raw().toBuffer({ resolveWithObject: true });
    return [...data.subarray(3 * (y * SIZE.width + x), 3 * (y * SIZE.width + x) + 3)];
  };
  const [red, , blue] = (await at(100, 250)) as [number, number, number];
  // The street's own colour is out, the sky is a stop brighter.
  expect(Math.abs(red - blue)).toBeLessThan(25);
  const linear = (code: number) => ((code / 255 + 0.055) / 1.055) ** 2.4;
  expect(linear((await at(200, 40))[1]!) / linear(61)).toBeCloseTo(2, 0);

  // Water is nobody's until somebody paints it: then it has a bar, which a stroke taken back takes away again.
  await page.getByLabel("Paint a light").selectOption({ label: "Water" });
  await page.getByRole("slider", { name: "Width of the brush" }).press("End");
  const surface = page.getByLabel("Water, painted with 0 shapes");
  await expect(surface).toBeVisible();
  const area = (await surface.boundingBox())!;
  const [across, down] = [area.x + area.width / 2, area.y + area.height / 2];
  await page.mouse.move(across - 40, down);
  await page.mouse.down();
  await page.mouse.move(across + 40, down, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel("Water, painted with 1 shape")).toBeVisible();
  await page.getByRole("button", { name: "Done" }).click();
  const water = page.getByRole("slider", { name: "Water", exact: true });
  await expect(water).toBeVisible({ timeout: 60_000 });
  await water.focus();
  await water.press("ArrowUp");
  await expect(line).toHaveValue(/water \+0\.17/);
  await page.getByRole("button", { name: "Take the last step back" }).click();
  await page.getByLabel("Paint a light").selectOption({ label: "Water, painted" });
  await page.getByRole("button", { name: "Take back the last" }).click();
  await page.getByRole("button", { name: "Done" }).click();
  await expect(water).toBeHidden({ timeout: 60_000 });
  await expect(line).toHaveValue(kept);

  // What was taken away gives its look back; while it is made, the page says how far it is.
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "PNG" }).click();
  const taken = await (await download).path();
  await line.fill("");
  await line.press("Enter");
  await page.getByLabel("A file of a look").setInputFiles(taken);
  await expect(line).toHaveValue(kept);

  // The other result gets it too.
  await page.getByRole("button", { name: "Give this look to other pictures" }).click();
  await expect(page.getByRole("button", { name: "Give it to 0 pictures" })).toBeDisabled();
  // The newest first: the other result of this shot, whatever else is there.
  await page
    .getByRole("button", { name: /, Own files, / })
    .first()
    .click();
  await page.getByRole("button", { name: "Give it to 1 picture", exact: true }).click();
  await expect(page.getByText("This look was given to 1 picture")).toBeVisible();
  await expect(page.getByLabel("Version").getByRole("option")).toHaveCount(2);

  // A version more begins without a look, takes the saved one, and goes again.
  await page.getByRole("button", { name: "Another version" }).click();
  await expect(page.getByLabel("Version").getByRole("option")).toHaveCount(3);
  await expect(page.getByRole("button", { name: "Take the last step back" })).toBeDisabled();
  await line.fill("");
  await line.press("Enter");
  await expect(line).toHaveValue("");
  await page.getByRole("button", { name: "Street, cooler", exact: true }).click();
  await expect(line).toHaveValue(kept);
  await page.getByRole("button", { name: "Delete this version" }).click();
  await expect(page.getByLabel("Version").getByRole("option")).toHaveCount(2);
  await page.reload();
  await expect(line).toHaveValue(kept);
});
