/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import type { OutingReply, RunReply } from "@/contracts/replies";
import { getJson, sendJson } from "@/features/api/client";
import {
  NightProvider,
  useNight,
  useNightCursor,
  useNightDomain,
  useNightHeld,
} from "@/features/nightPlan/NightContext";
import { outingReply, runWithFrames, shotReply } from "@/features/testing/replies";
import { settled, show } from "@/ui/testing/show";
import { NightLine } from "./NightLine";
import { Ribbon } from "./Ribbon";

const push = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ push }) }));
jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  sendJson: jest.fn(),
}));
const sent = jest.mocked(sendJson);

beforeEach(() => {
  jest.mocked(getJson).mockResolvedValue({ phones: [], filters: [], clipOns: [], supports: [] });
  sent.mockReset();
  sent.mockResolvedValue({});
  push.mockReset();
});

const outing = outingReply([shotReply("Bridge", { beginsAt: "2026-10-24T17:00:00.000Z", minutes: 60 })]);

interface Seen {
  cursor: number | null;
  held: number | null;
  domain: readonly [number, number];
  span: readonly [number, number];
}

function Inner({
  seen,
  shotId,
  running,
}: {
  readonly seen: Seen;
  readonly shotId: string;
  readonly running: RunReply | null;
}) {
  const night = useNight();
  seen.cursor = useNightCursor();
  seen.held = useNightHeld();
  seen.domain = useNightDomain();
  if (!night) return null;
  seen.span = [night.beginMs, night.endMs];
  return <Ribbon running={running} night={night} shotId={shotId} large={false} />;
}

/** The ribbon with what it tells the stations. */
async function ribbon(given: OutingReply = outing, running: RunReply | null = null) {
  const seen: Seen = { cursor: null, held: null, domain: [0, 1], span: [0, 1] };
  const shotId = given.shots[0]!.id;
  const view = show(
    <NightProvider outing={given} shotId={shotId}>
      <Inner seen={seen} shotId={shotId} running={running} />
    </NightProvider>,
  );
  await screen.findByRole("slider", { name: /^The night from/ });
  const slider = screen.getByRole("slider", { name: /^The night from/ });
  const ground = view.container.querySelector<SVGRectElement>('rect[fill="transparent"]')!;
  return { ...view, seen, slider, ground };
}
/** The instant at a place of 900 pixels. */
const instantAt = ([begin, end]: readonly [number, number], px: number) => begin + (px / 900) * (end - begin);

describe("the ribbon", () => {
  it("follows the pointer, and lets go of it when it leaves", async () => {
    const { seen, slider } = await ribbon();
    fireEvent.mouseMove(slider, { clientX: 450 });
    expect(seen.cursor).toBeCloseTo(instantAt(seen.span, 450), -1);
    expect(slider.getAttribute("aria-valuetext")).toMatch(/^\d\d:\d\d:\d\d, sky EV /);
    fireEvent.mouseLeave(slider);
    expect(seen.cursor).toBeNull();
    expect(slider.getAttribute("aria-valuetext")).toBe("no cursor");
  });

  it("holds the instant of a click, and lets go of it by a click on it", async () => {
    const { seen, slider, ground } = await ribbon();
    fireEvent.click(ground, { clientX: 300 });
    fireEvent.mouseLeave(slider);
    expect(seen.held).toBeCloseTo(instantAt(seen.span, 300), -1);
    fireEvent.click(ground, { clientX: 600 });
    expect(seen.held).toBeCloseTo(instantAt(seen.span, 600), -1);
    fireEvent.click(ground, { clientX: 603 });
    expect(seen.held).toBeNull();
  });

  it("is moved, held and let go by keys", async () => {
    const { seen, slider } = await ribbon();
    fireEvent.keyDown(slider, { key: "ArrowRight", code: "ArrowRight" });
    const first = seen.cursor!;
    expect(first).toBeGreaterThan(instantAt(seen.span, 450));
    fireEvent.keyDown(slider, { key: "ArrowRight", code: "ArrowRight", shiftKey: true });
    expect(seen.cursor! - first).toBeCloseTo((seen.span[1] - seen.span[0]) / 10, -2);
    fireEvent.keyDown(slider, { key: "Enter", code: "Enter" });
    expect(seen.held).toBe(seen.cursor);
    fireEvent.keyDown(slider, { key: "Escape", code: "Escape" });
    expect([seen.cursor, seen.held]).toEqual([null, null]);
  });

  it("zooms by keys around the cursor, and shows all again", async () => {
    const { seen, slider } = await ribbon();
    const whole = seen.span[1] - seen.span[0];
    fireEvent.keyDown(slider, { key: "+", code: "+" });
    expect(seen.domain[1] - seen.domain[0]).toBeCloseTo(whole / 2, -3);
    fireEvent.keyDown(slider, { key: "PageDown", code: "PageDown" });
    expect(seen.domain[1]).toBeLessThanOrEqual(seen.span[1]);
    expect(seen.domain[0]).toBeGreaterThan(seen.span[0]);
    fireEvent.keyDown(slider, { key: "Home", code: "Home" });
    expect(seen.domain).toEqual(seen.span);
  });

  it("leaves keys with other meanings alone", async () => {
    const { slider, seen } = await ribbon();
    expect(fireEvent.keyDown(slider, { key: "+", code: "+", ctrlKey: true })).toBe(true);
    expect(seen.domain).toEqual(seen.span);
  });
});

describe("a shot on the ribbon", () => {
  const block = () => screen.getByRole("button", { name: /^Bridge, 19:00.20:00/ });
  const change = () => sent.mock.lastCall?.[2] as { beginsAt?: string | null; minutes?: number };

  it("is moved by minutes and stretched by keys, each saved with an undo", async () => {
    await ribbon();
    await act(async () => void fireEvent.keyDown(block(), { key: "ArrowRight", code: "ArrowRight" }));
    expect(sent.mock.lastCall?.slice(0, 2)).toEqual(["PATCH", `/api/shots/${outing.shots[0]!.id}`]);
    const was = { beginsAt: outing.shots[0]!.beginsAt, minutes: 60 };
    expect(change()).toEqual({ beginsAt: "2026-10-24T17:01:00.000Z", minutes: 60, was });
    await act(async () => void fireEvent.keyDown(block(), { key: "ArrowLeft", code: "ArrowLeft", shiftKey: true }));
    expect(change().beginsAt).toBe("2026-10-24T16:50:00.000Z");
    await act(async () => void fireEvent.keyDown(block(), { key: "ArrowUp", code: "ArrowUp" }));
    expect(change().minutes).toBe(61);
    await settled(async () => fireEvent.click(await screen.findByRole("button", { name: "Undo" })));
    expect(change()).toMatchObject({ beginsAt: outing.shots[0]!.beginsAt, minutes: 60 });
  });

  it("never gets shorter than it can be seen, and is taken off or opened by key", async () => {
    await ribbon(outingReply([shotReply("Bridge", { beginsAt: "2026-10-24T17:00:00.000Z", minutes: 1 })]));
    const short = screen.getByRole("button", { name: /^Bridge, 19:00/ });
    await act(async () => void fireEvent.keyDown(short, { key: "ArrowDown", code: "ArrowDown" }));
    expect(change().minutes).toBeCloseTo(10 / 60, 2);
    await act(async () => void fireEvent.keyDown(short, { key: "Delete", code: "Delete" }));
    expect(change()).toMatchObject({ beginsAt: null });
    fireEvent.keyDown(short, { key: "Enter", code: "Enter" });
    expect(push.mock.lastCall?.[0]).toMatch(/\/run$/);
  });
});

describe("a run that goes on", () => {
  const START = "2026-10-24T18:00:00.000Z";
  const byHand = (createdAt: string) =>
    runWithFrames([], {
      source: "hand",
      handWay: "timer",
      state: "running",
      recipeLine: "10 x 2s every 4s",
      createdAt,
    });
  const bars = () =>
    [...document.querySelectorAll("svg rect")]
      .filter((rect) => rect.getAttribute("height") === "7")
      .map((rect) => ({
        left: Number(rect.getAttribute("x")),
        width: Number(rect.getAttribute("width")),
      }));

  it("brings the ribbon close as it begins, each open shutter at its own time", async () => {
    const { seen } = await ribbon(outing, byHand(START));
    // The camera comes with the kit.
    await waitFor(() => expect(bars()).toHaveLength(10));
    const [from, to] = seen.domain;
    // 38 s and a bit of lag, with a margin to either side.
    expect(to - from).toBeGreaterThan(45_000);
    expect(to - from).toBeLessThan(60_000);
    expect(from).toBeLessThan(Date.parse(START));
    const drawn = bars();
    expect(drawn).toHaveLength(10);
    const msPerPx = (to - from) / 900;
    expect((drawn[1]!.left - drawn[0]!.left) * msPerPx).toBeCloseTo(4000, 0);
    expect(drawn[0]!.width * msPerPx).toBeCloseTo(2000, 0);
  });

  it("is not drawn where it goes on outside of this night", async () => {
    const { seen } = await ribbon(outing, byHand("2026-11-30T18:00:00.000Z"));
    expect(seen.domain[1] - seen.domain[0]).toBeGreaterThan(10 * 3_600_000);
    expect(bars()).toEqual([]);
  });
});

describe("the night folded to a line", () => {
  const Folded = ({ shotId }: { readonly shotId: string }) => {
    const night = useNight();
    return night && <NightLine night={night} shotId={shotId} running={null} />;
  };
  const folded = async () => {
    const shotId = outing.shots[0]!.id;
    show(
      <NightProvider outing={outing} shotId={shotId}>
        <Folded shotId={shotId} />
      </NightProvider>,
    );
    return screen.findByRole("button", { name: /^The night from .* folded\. Bridge, / });
  };
  const open = () => screen.queryByRole("slider", { name: /^The night from/ });

  it("names the chosen shot, and opens over what is below while one points at it", async () => {
    const line = await folded();
    expect(line.textContent).toContain("Bridge");
    expect(open()).toBeNull();
    fireEvent.pointerEnter(line);
    expect(open()).not.toBeNull();
    fireEvent.pointerMove(open()!);
    expect(open()).not.toBeNull();
    // What is dragged may leave it.
    fireEvent.pointerMove(document.body, { buttons: 1 });
    expect(open()).not.toBeNull();
    fireEvent.pointerMove(document.body);
    expect(open()).toBeNull();
  });

  it("opens by a key, has the keys then, and gives them back", async () => {
    const line = await folded();
    fireEvent.keyDown(document.body, { key: "r" });
    expect(open()).toBe(document.activeElement);
    expect(line.getAttribute("aria-expanded")).toBe("true");
    fireEvent.keyDown(document.activeElement!, { key: "r" });
    expect(open()).toBeNull();
    fireEvent.click(line);
    expect(open()).not.toBeNull();
    fireEvent.pointerDown(document.body);
    expect(open()).toBeNull();
  });
});
