import { test as base } from "@playwright/test";
import { putSmallPhone, SMALL_PHONE } from "./smallPhone";

export { expect, type Locator, type Page } from "@playwright/test";

/** Tests whose pages answer: what is typed before a page has come to life would be lost on it. Their phone is a small one. */
export const test = base.extend<object, { smallPhone: string }>({
  smallPhone: [
    async ({ playwright }, use, { project }) => {
      const request = await playwright.request.newContext({ baseURL: project.use.baseURL! });
      await putSmallPhone(request);
      await request.dispose();
      await use(SMALL_PHONE.name);
    },
    { scope: "worker", auto: true },
  ],
  page: async ({ page }, use) => {
    const alive = () => page.locator("html[data-alive]").waitFor();
    const { goto, reload } = { goto: page.goto.bind(page), reload: page.reload.bind(page) };
    page.goto = async (...given) => {
      const response = await goto(...given);
      await alive();
      return response;
    };
    page.reload = async (...given) => {
      const response = await reload(...given);
      await alive();
      return response;
    };
    await use(page);
  },
});
