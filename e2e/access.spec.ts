import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "./page";

// WCAG 2.2 AA and best practice, on every page and in both themes.
const RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];
const STATIONS = ["night", "aim", "expose", "rehearse", "run", "sift", "stack", "log"];

for (const theme of ["Dusk", "Desk"]) {
  test(`every page can be used by everybody, in ${theme}`, async ({ page, request }) => {
    const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
    const { outing, shotId } = await (
      await request.post("/api/outings", { data: { name: "For everybody", date: "2026-11-24", site } })
    ).json();
    await page.goto("/");
    if (theme === "Desk") await page.getByRole("button", { name: "Change to the light theme, Desk" }).click();
    await expect(page.locator("html")).toHaveClass(theme.toLowerCase());
    const base = `/outings/${outing.id}/shots/${shotId}`;
    for (const path of ["/", "/sites", "/kit", ...STATIONS.map((station) => `${base}/${station}`)]) {
      await page.goto(path);
      await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
      const { violations } = await new AxeBuilder({ page }).withTags(RULES).analyze();
      const found = violations.map(
        ({ id, nodes }) => `${path} ${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(" ; ")}`,
      );
      expect.soft(found).toEqual([]);
    }
  });
}
