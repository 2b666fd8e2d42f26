import { mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { phoneReply } from "@/contracts/phoneReply";
import { problemReply } from "@/contracts/replies";
import { linkedPhone, phoneIfThere } from "@/engine/phone/linked";
import { forgetLink, savedLink } from "@/engine/phone/savedLink";
import { startStandIn } from "@/engine/phone/served";
import type { PhoneServer } from "@/engine/phone/server";
import * as link from "./api/phone/link/route";
import * as phone from "./api/phone/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-link-"));
process.env.AEVUMEN_DATA = data;
const capturing = new Map<string, unknown>();
let server: PhoneServer;

beforeAll(async () => {
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve({ capturing });
  server = await startStandIn({ name: "Pocket L", port: 0, faults: {}, token: "word" });
});
afterAll(async () => {
  await server.close();
  rmSync(data, { recursive: true, force: true });
});

async function ask(
  handler: (request: Request, context: { params: Promise<unknown> }) => Promise<Response>,
  method: string,
  body?: unknown,
) {
  const request = new Request("http://127.0.0.1:3210/api/phone", {
    method,
    headers: { host: "127.0.0.1:3210" },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const response = await handler(request, { params: Promise.resolve({}) });
  return { status: response.status, json: await response.json() };
}
const says = (json: unknown) => problemReply.parse(json).message;

test("a phone is linked once it has answered; what is no phone, or a wrong token, changes nothing", async () => {
  for (const wrong of [
    { address: "ftp://x", token: "a" },
    { address: server.address, token: "" },
    { address: "x" },
    {},
  ])
    expect((await ask(link.PUT, "PUT", wrong)).status).toBe(400);
  const away = await ask(link.PUT, "PUT", { address: "http://127.0.0.1:9", token: "word" });
  expect(away.status).toBe(422);
  expect(says(away.json)).toContain("does not answer. Nothing was changed");
  const stranger = await ask(link.PUT, "PUT", { address: server.address, token: "other" });
  expect(says(stranger.json)).toContain("does not know this token");
  expect(await savedLink()).toBeNull();

  const { status, json } = await ask(link.PUT, "PUT", { address: `${server.address}/`, token: "word" });
  expect(status).toBe(200);
  expect(phoneReply.parse(json)).toMatchObject({ name: "Pocket L", linkedBy: "person" });
  expect((await linkedPhone()).link).toEqual({ address: server.address, token: "word" });
  expect(phoneReply.parse((await ask(phone.GET, "GET")).json).name).toBe("Pocket L");
  // The token is nobody else's.
  expect(statSync(join(data, "linked-phone.json")).mode & 0o077).toBe(0);
});

test("while a run goes on its phone stays the one", async () => {
  capturing.set("a run", {});
  expect((await ask(link.PUT, "PUT", { address: server.address, token: "word" })).status).toBe(409);
  expect((await ask(link.DELETE, "DELETE")).status).toBe(409);
  capturing.clear();
  expect((await savedLink())?.address).toBe(server.address);
});

test("forgotten, it is linked no more; and the environment's phone goes before a person's", async () => {
  process.env.AEVUMEN_PHONE = "http://127.0.0.1:4711/";
  expect(await linkedPhone()).toMatchObject({ by: "environment", link: { address: "http://127.0.0.1:4711" } });
  delete process.env.AEVUMEN_PHONE;
  expect(await phoneIfThere()).toMatchObject({ by: "person" });
  await forgetLink();
  expect(await phoneIfThere()).toBeNull();
});
