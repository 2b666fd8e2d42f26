/** @jest-environment jsdom */
import { z } from "zod";
import { errorText, getJson, ProblemError, sendJson, uploadFile } from "./client";

const reply = z.object({ value: z.number() });
const answers = (status: number, body: unknown) =>
  jest.fn().mockResolvedValue({
    ok: status < 300,
    status,
    json: async () => {
      if (body instanceof Error) throw body;
      return body;
    },
  });

describe("asking the application", () => {
  it("gives what was asked for, checked", async () => {
    globalThis.fetch = answers(200, { value: 3, more: true });
    expect(await getJson("/api/x", reply)).toEqual({ value: 3 });
    globalThis.fetch = answers(200, { value: "three" });
    await expect(getJson("/api/x", reply)).rejects.toThrow();
  });

  it("sends JSON by the method that is named", async () => {
    const fetched = answers(200, { value: 1 });
    globalThis.fetch = fetched;
    await sendJson("PATCH", "/api/x", { a: 1 }, reply);
    expect(fetched).toHaveBeenCalledWith("/api/x", {
      method: "PATCH",
      body: '{"a":1}',
      headers: { "content-type": "application/json" },
      keepalive: true,
    });
    await sendJson("DELETE", "/api/x", undefined, reply);
    expect(fetched.mock.lastCall[1].body).toBe("{}");
    // A browser refuses to keep more than 64 KiB of it on its way when a page goes.
    await sendJson("PUT", "/api/x", { a: "月".repeat(30_000) }, reply);
    expect(fetched.mock.lastCall[1].keepalive).toBe(false);
  });

  it("hands on the application's own words about a problem", async () => {
    globalThis.fetch = answers(404, { code: "not-found", message: "There is no such shot.", details: ["gone"] });
    const problem = await getJson("/api/x", reply).catch((error: unknown) => error);
    expect(problem).toBeInstanceOf(ProblemError);
    expect(problem).toMatchObject({ code: "not-found", message: "There is no such shot.", details: ["gone"] });
    expect(errorText(problem)).toBe("There is no such shot.");
  });

  it("says so when there is no answer, or one that is none", async () => {
    globalThis.fetch = jest.fn().mockRejectedValue(new TypeError("failed"));
    await expect(getJson("/api/x", reply)).rejects.toThrow(/does not answer. Is it still running/);
    globalThis.fetch = answers(500, new SyntaxError("no JSON"));
    await expect(getJson("/api/x", reply)).rejects.toThrow("The application answered with an error (500).");
    expect(errorText(new Error("inner"))).toMatch(/reload it. Nothing was lost/);
  });
});

describe("sending a file", () => {
  /** A request of the browser that ends as it is told. */
  class Sent {
    static end: (sent: Sent) => void;
    readonly upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {};
    responseType = "";
    response: unknown = null;
    status = 0;
    onload?: () => void;
    onerror?: () => void;
    open = jest.fn();
    send() {
      Sent.end(this);
    }
  }
  const upload = (end: (sent: Sent) => void, onProgress = jest.fn()) => {
    Sent.end = end;
    globalThis.XMLHttpRequest = Sent as unknown as typeof XMLHttpRequest;
    return uploadFile("/api/measure", new File(["x"], "a.jpg"), reply, onProgress);
  };

  it("tells how much is through, and gives the answer", async () => {
    const onProgress = jest.fn();
    const answer = upload((sent) => {
      sent.upload.onprogress?.({ loaded: 5, total: 10 });
      sent.upload.onprogress?.({ loaded: 0, total: 0 });
      Object.assign(sent, { status: 200, response: { value: 7 } });
      sent.onload?.();
    }, onProgress);
    expect(await answer).toEqual({ value: 7 });
    expect(onProgress.mock.calls).toEqual([[0.5], [0]]);
  });

  it("is refused in words, whatever came back", async () => {
    const refused = (response: unknown) =>
      upload((sent) => {
        Object.assign(sent, { status: 422, response });
        sent.onload?.();
      });
    await expect(refused({ code: "x", message: "It breaks off.", details: [] })).rejects.toThrow("It breaks off.");
    await expect(refused(null)).rejects.toThrow("The file could not be sent.");
    await expect(upload((sent) => sent.onerror?.())).rejects.toThrow(/does not answer/);
  });
});
