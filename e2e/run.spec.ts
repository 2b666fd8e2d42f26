import { expect, test } from "./page";

test("a test frame is taken and its proposal too, by keys, until it comes out as it should; the list is set by a press", async ({
  page,
  request,
}) => {
  const site = { name: "Weir", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const created = await request.post("/api/outings", { data: { name: "Tested", date: "2026-11-24", site } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "12 x 1/60 | iso 50 | delay 2s -> mean" } });
  // As a phone lies on the table; what another test has set stays set.
  const asItLies = { flash: "auto", focusLocked: false, whiteBalanceLocked: false };
  const lay = async () => (await request.patch("/api/phone", { data: asItLies })).status();
  await expect.poll(lay).toBe(200);
  await page.goto(`/outings/${outing.id}/shots/${shotId}/run`);

  // What the phone says of itself is ticked, and set where it is otherwise.
  const list = page.getByRole("region", { name: "Before the run" });
  await expect(list.getByRole("button", { name: "Set everything that differs" })).toBeVisible();
  await list.getByRole("button", { name: "Set: Flash off" }).click();
  await expect(list.getByRole("button", { name: "Set: Flash off" })).toBeHidden();
  await list.getByRole("button", { name: "Set everything that differs" }).click();
  await expect(list.getByRole("button", { name: /^Set/ })).toHaveCount(0);

  const tested = page.getByRole("region", { name: "Test frame" });
  const line = page.getByRole("textbox", { name: "Recipe" });
  await page.keyboard.press("t");
  await expect(tested.getByText(/It came out .* too dark/)).toBeVisible();
  await expect(page.getByText("Done: 1 of 1 frames")).toBeVisible();
  await page.keyboard.press("y");
  // The line's own frames and method stay; its shutter is what was proposed.
  await expect(line).toHaveValue(/^12 x (?!1\/60).* \| iso \d+ \| delay 2s -> mean$/);
  // Right, to be tried again, or as near as motion lets it come.
  await expect(tested.getByText(/^(The exposure is right\.|It came out|It stays)/).first()).toBeVisible();
  await expect(tested.getByRole("button", { name: "Take one" })).toBeEnabled();
});
