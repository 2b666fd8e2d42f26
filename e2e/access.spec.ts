import AxeBuilder from "@axe-core/playwright";
import { THEME_IDS, THEMES } from "../src/ui/theme/themes";
import { expect, test } from "./page";

// WCAG 2.2 AA and best practice, on every page and in every theme.
const RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];
const STATIONS = ["night", "aim", "expose", "rehearse", "run", "sift", "stack", "log"];

for (const theme of THEME_IDS) {
  test(`every page can be used by everybody, in ${THEMES[theme].name}`, async ({ page, request }) => {
    const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
    const { outing, shotId } = await (
      await request.post("/api/outings", { data: { name: "For everybody", date: "2026-11-24", site } })
    ).json();
    await page.goto("/");
    for (const next of THEME_IDS.slice(1, THEME_IDS.indexOf(theme) + 1))
      await page.getByRole("button", { name: `theme, ${THEMES[next].name}` }).click();
    await expect(page.locator("html")).toHaveClass(theme);
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
