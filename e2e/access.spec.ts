import AxeBuilder from "@axe-core/playwright";
import { THEME_IDS, THEMES } from "../src/ui/theme/themes";
import { expect, test } from "./page";

// WCAG 2.2 AA and best practice, on every page.
const RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];
// Those of them that colours can break, on every page in every further theme: a theme changes nothing else.
const COLOUR_RULES = ["color-contrast", "link-in-text-block"];
const STATIONS = ["night", "aim", "expose", "rehearse", "run", "sift", "stack", "finish", "log"];

/** Holds a page to rules, and says which of its elements break one. */
async function hold(where: string, axe: AxeBuilder): Promise<void> {
  const { violations } = await axe.analyze();
  const found = violations.map(
    ({ id, nodes }) => `${where} ${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(" ; ")}`,
  );
  expect.soft(found).toEqual([]);
}

test("every page can be used by everybody, in every theme", async ({ page, request }) => {
  const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const { outing, shotId } = await (
    await request.post("/api/outings", { data: { name: "For everybody", date: "2026-11-24", site } })
  ).json();
  const base = `/outings/${outing.id}/shots/${shotId}`;
  const [first, ...further] = THEME_IDS;
  for (const path of ["/", "/sites", "/kit", ...STATIONS.map((station) => `${base}/${station}`)]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
    await expect(page.locator("html")).toHaveClass(first!);
    await hold(path, new AxeBuilder({ page }).withTags(RULES));
    for (const theme of [...further, first!]) {
      await page.getByRole("button", { name: `theme, ${THEMES[theme].name}` }).click();
      await expect(page.locator("html")).toHaveClass(theme);
      // Colours that are still on their way are nobody's.
      await page.waitForFunction(() => !document.getAnimations().some((each) => each instanceof CSSTransition));
      if (theme !== first) await hold(`${path} in ${theme}`, new AxeBuilder({ page }).withRules(COLOUR_RULES));
    }
  }
});
