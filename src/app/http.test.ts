import { z } from "zod";
import { isId, notFound, problem, readJson, refusal, route } from "./http";

const context = { params: Promise.resolve({}) };
const ask = (headers: Record<string, string>, body?: string) =>
  new Request("http://127.0.0.1:3210/api/x", { method: "POST", headers, ...(body === undefined ? {} : { body }) });
const handle = route(async (request) => Response.json(await readJson(request)));

describe("a route", () => {
  it("answers its own pages and turns away other origins and borrowed names", async () => {
    const host = "127.0.0.1:3210";
    expect((await handle(ask({ host }, "1"), context)).status).toBe(200);
    expect((await handle(ask({ host, origin: "http://127.0.0.1:3210" }, "1"), context)).status).toBe(200);
    expect((await handle(ask({ host, origin: "http://elsewhere.example" }, "1"), context)).status).toBe(403);
    expect((await handle(ask({ host: "elsewhere.example" }, "1"), context)).status).toBe(403);
    expect((await handle(ask({ host: "127.0.0.1.elsewhere.example" }, "1"), context)).status).toBe(403);
    for (const origin of ["null", "", "127.0.0.1:3210"])
      expect((await handle(ask({ host, origin }, "1"), context)).status).toBe(403);
  });

  it("makes a plain 500 of what nobody foresaw, without its inside", async () => {
    const said = jest.spyOn(console, "error").mockImplementation(() => {});
    const broken = route(async () => {
      throw new Error("secret path");
    });
    const reply = await broken(ask({ host: "localhost" }), context);
    expect(reply.status).toBe(500);
    expect(await reply.text()).not.toContain("secret");
    said.mockRestore();
  });

  it("reads JSON, and nothing of what is none or endless", async () => {
    expect(await readJson(ask({}, '{"a":1}'))).toEqual({ a: 1 });
    expect(await readJson(ask({}, "{"))).toBeUndefined();
    // Two lines stay two lines; what turns the text beside it or rings a bell does not stay.
    const texts = ["a\nb", "photo\u202egpj", "c\u0007"];
    expect(await readJson(ask({}, JSON.stringify(texts)))).toEqual(["a\nb", "photogpj", "c"]);
    const host = "127.0.0.1:3210";
    const reply = await handle(ask({ host }, JSON.stringify("x".repeat(4_100_000))), context);
    expect([reply.status, (await reply.json()).message]).toEqual([413, expect.stringMatching(/more than 4 MB/)]);
  });

  it("stops reading a body that is too long, however much is still to come", async () => {
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent++;
        controller.enqueue(new Uint8Array(1e6).fill(0x20));
      },
    });
    const endless = new Request("http://127.0.0.1:3210/api/x", {
      method: "POST",
      headers: { host: "127.0.0.1:3210" },
      body,
      duplex: "half",
    } as RequestInit);
    expect((await handle(endless, context)).status).toBe(413);
    expect(sent).toBeLessThan(10);
  });

  it.each(["a\u0000b", "half\ud83c"])("refuses text that cannot be kept: %j", async (text) => {
    const host = "127.0.0.1:3210";
    const reply = await handle(ask({ host }, JSON.stringify({ deep: [{ name: text }] })), context);
    expect([reply.status, (await reply.json()).code]).toEqual([400, "unstorable-text"]);
  });

  it("says that the database is away where that is what failed", async () => {
    const away = route(async () => {
      throw new Error("Failed query", { cause: Object.assign(new Error("x"), { code: "57P01" }) });
    });
    const reply = await away(ask({ host: "localhost" }), context);
    expect([reply.status, (await reply.json()).code]).toEqual([503, "database-away"]);
  });

  it("answers problems in one shape, with words", async () => {
    expect(await problem(409, "busy", "Wait.").json()).toEqual({ code: "busy", message: "Wait.", details: [] });
    const { error } = z.object({ name: z.string("Give it a name.") }).safeParse({});
    expect(await refusal(error!).json()).toMatchObject({
      message: "Give it a name.",
      details: ["name: Give it a name."],
    });
    expect((await notFound("shot").json()).message).toMatch(/no such shot/);
    expect([isId("0"), isId("00000000-0000-4000-8000-000000000000")]).toEqual([false, true]);
  });
});
