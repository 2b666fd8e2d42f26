/** @jest-environment jsdom */
import { createHash, webcrypto } from "node:crypto";
import { TextDecoder, TextEncoder } from "node:util";
import { renderHook, waitFor } from "@testing-library/react";
import { packRehearsal } from "@/contracts/keptRehearsal";
import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import { rehearsalKey } from "@/core/shot";
import { startRehearse } from "@/workers/clients";
import { endResidents } from "@/workers/useResident";
import { useRehearsal } from "./useRehearsal";

jest.mock("@/workers/clients", () => ({ startRehearse: jest.fn() }));
const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const measured = {
  placeStops: 0,
  skyStops: null,
  kept: { midTone: 1, wayDrawn: null, waterLeft: null, starLengthPx: null },
};
const whole = (width: number, code: number): Rehearsal => ({
  width,
  height: 1,
  framesIn: 1,
  framesOf: 1,
  measured,
  data: new Uint8Array(3 * width).fill(code),
});
const rehearsed = (line: string) => ({
  request: { ...usualScene("light-trails"), intent: "light-trails" as const, camera, filterStops: [] },
  sky: null,
  own: null,
  plan: planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!,
});

/** What the application keeps, and what was sent to it. */
let kept: Map<string, Uint8Array>;
const simulate = jest.fn();
const nameOf = (of: ReturnType<typeof rehearsed>, width: number) =>
  createHash("sha256").update(rehearsalKey(of, width)).digest("hex");

beforeEach(() => {
  kept = new Map();
  jest.clearAllMocks();
  Object.defineProperty(globalThis, "crypto", { configurable: true, value: webcrypto });
  Object.assign(globalThis, { TextEncoder, TextDecoder });
  globalThis.fetch = jest.fn(async (url: string, init?: RequestInit) => {
    const name = url.split("/").at(-1)!;
    if (init?.method === "PUT") kept.set(name, init.body as Uint8Array);
    const bytes = kept.get(name);
    return { status: bytes ? 200 : 204, arrayBuffer: async () => Uint8Array.from(bytes ?? []).buffer };
  }) as never;
  jest.mocked(startRehearse).mockReturnValue({ api: { rehearse: simulate }, end: () => {} } as never);
});
afterEach(endResidents);

describe("a rehearsed picture", () => {
  it("that was kept is shown without being simulated", async () => {
    const wish = rehearsed("1s | iso 50");
    kept.set(nameOf(wish, 4), packRehearsal(whole(4, 77)));
    const { result } = renderHook(() => useRehearsal(wish, 4, { reads: true }));
    await waitFor(() => expect(result.current).toEqual(whole(4, 77)));
    expect(simulate).not.toHaveBeenCalled();
  });

  it("is simulated where none was kept, and kept once it is whole", async () => {
    const wish = rehearsed("2s | iso 50");
    simulate.mockImplementation(async (_wish, _view, onPicture) => {
      // A glance first, of another width.
      await onPicture({ ...whole(2, 1), measured: null });
      await onPicture(whole(4, 55));
    });
    const { result } = renderHook(() => useRehearsal(wish, 4, { reads: true }));
    await waitFor(() => expect(result.current).toEqual(whole(4, 55)));
    await waitFor(() => expect([...kept]).toEqual([[nameOf(wish, 4), packRehearsal(whole(4, 55))]]));
  });

  it("under a hand is neither looked for nor kept", async () => {
    const wish = rehearsed("4s | iso 50");
    simulate.mockImplementation(async (_wish, _view, onPicture) => onPicture(whole(4, 9)));
    const { result } = renderHook(() => useRehearsal(wish, 4, { openedSeconds: 1 }));
    await waitFor(() => expect(result.current).toEqual(whole(4, 9)));
    expect(fetch).not.toHaveBeenCalled();
  });

  it("is simulated where what was kept is damaged or nobody answers", async () => {
    simulate.mockImplementation(async (_wish, _view, onPicture) => onPicture(whole(4, 31)));
    const damaged = rehearsed("8s | iso 50");
    kept.set(nameOf(damaged, 4), packRehearsal(whole(4, 77)).subarray(0, 40));
    const first = renderHook(() => useRehearsal(damaged, 4, { reads: true }));
    await waitFor(() => expect(first.result.current).toEqual(whole(4, 31)));
    jest.mocked(fetch).mockRejectedValue(new TypeError("Failed to fetch"));
    const second = renderHook(() => useRehearsal(rehearsed("6s | iso 50"), 4, { reads: true }));
    await waitFor(() => expect(second.result.current).toEqual(whole(4, 31)));
  });
});
