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
    expect(await readJson(ask({}, JSON.stringify("x".repeat(1_100_000))))).toBeUndefined();
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
