import { isForeign } from "./foreign";

const from = (headers: Record<string, string>) => isForeign(new Headers(headers));

describe("who is answered", () => {
  it.each(["localhost:3210", "127.0.0.1:3210", "[::1]:3210", "localhost"])("a page of this machine, at %s", (host) => {
    expect(from({ host })).toBe(false);
    expect(from({ host, origin: `http://${host}` })).toBe(false);
  });

  it.each([
    "evil.example",
    "evil.example:3210",
    "localhost.evil.example",
    "127.0.0.1.evil.example",
    "127.0.0.2:3210",
    "localhost:3210@evil.example",
    "localhost:port",
    "",
  ])("nobody at %s, whatever the origin", (host) => {
    expect(from({ host })).toBe(true);
    expect(from({ host, origin: "http://localhost:3210" })).toBe(true);
  });

  it("no request without a name", () => {
    expect(from({})).toBe(true);
  });

  it.each(["https://localhost:3210", "http://localhost:3211", "http://127.0.0.1:3210", "http://evil.example", "null"])(
    "no page of %s",
    (origin) => {
      expect(from({ host: "localhost:3210", origin })).toBe(true);
    },
  );
});
