import { request as ask } from "node:http";
import { expect, test } from "./page";

test("a page runs only scripts of its own, and says nothing of itself to others", async ({ page, request }) => {
  const broken: string[] = [];
  page.on("console", (message) => {
    if (/content security policy/i.test(message.text())) broken.push(message.text());
  });
  const policies = [];
  for (const path of ["/", "/sites", "/kit"]) {
    const reply = await page.goto(path);
    await expect(page.getByRole("link", { name: /aevumen/ }).first()).toBeVisible();
    const headers = reply!.headers();
    policies.push(headers["content-security-policy"]);
    expect(headers).toMatchObject({ "x-content-type-options": "nosniff", "x-frame-options": "DENY" });
  }
  expect(broken).toEqual([]);
  for (const policy of policies) expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'wasm-unsafe-eval';/);
  expect(new Set(policies).size).toBe(policies.length);
  // What somebody else writes into the page does not run.
  await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "globalThis.written = true";
    document.body.append(script);
    document.body.insertAdjacentHTML("beforeend", "<img src=x onerror='globalThis.written = true'>");
  });
  await expect.poll(() => broken.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => "written" in globalThis)).toBe(false);
  expect((await request.get("/api/outings", { headers: { origin: "null" } })).status()).toBe(403);
});

test("hostile requests are refused in words, and nothing falls over", async ({ request }) => {
  const created = await (
    await request.post("/api/outings", { data: { name: "Door", date: "2026-11-24", site: null } })
  ).json();
  const refused = async (path: string, method: "POST" | "PATCH", data: unknown) => {
    const reply = await request.fetch(path, { method, data: data as object });
    expect((await reply.json()).message).toMatch(/^[A-Z].*\.$/);
    return reply.status();
  };
  const outing = { name: "x", date: "2026-11-24", site: null };
  expect(await refused("/api/outings", "POST", { ...outing, name: "a\u0000b" })).toBe(400);
  expect(await refused("/api/outings", "POST", { ...outing, date: "0000-01-01" })).toBe(400);
  expect(await refused(`/api/shots/${created.shotId}`, "PATCH", { beginsAt: "0000-01-01T00:00:00Z" })).toBe(400);
  for (const path of ["/api/runs/%ff", "/api/shots/%00", "/outings/%ff/shots/%ff/run", "/api/pictures/%ff?as=view"])
    expect((await request.get(path)).status(), path).toBeLessThan(500);
  expect((await request.fetch("/", { method: "TRACE" })).status()).toBe(405);
  // What is too long is answered before all of it has come, and the connection ends there: the last of its requests.
  expect(await refused("/api/outings", "POST", { ...outing, name: "x".repeat(5e6) })).toBe(413);
  await expect(async () => expect((await request.get("/api/outings")).ok()).toBe(true)).toPass();
});

test("pages and interface answer this machine's own names alone", async ({ baseURL }) => {
  const own = new URL(baseURL!).host;
  const status = (path: string, headers: Record<string, string>) =>
    new Promise<number>((resolve, reject) => {
      const asked = ask(new URL(path, baseURL), { headers }, (reply) => {
        reply.resume();
        resolve(reply.statusCode!);
      });
      asked.on("error", reject);
      asked.end();
    });
  for (const path of ["/", "/kit", "/log", "/api/outings", "/outings/x/shots/y/run"]) {
    expect(await status(path, { host: "evil.example" }), path).toBe(403);
    expect(await status(path, { host: own, origin: `https://${own}` }), path).toBe(403);
    expect(await status(path, { host: own, origin: `http://${own}` }), path).not.toBe(403);
  }
});
