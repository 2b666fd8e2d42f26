/** @jest-environment jsdom */
import { configure, fireEvent, screen, waitFor, within } from "@testing-library/react";
import type { ShotReply } from "@/contracts/replies";
import { getJson, sendJson } from "@/features/api/client";
import { NightProvider } from "@/features/nightPlan/NightContext";
import { outingReply, shotReply } from "@/features/testing/replies";
import { choose, enter, press, settled, show, slide } from "@/ui/testing/show";
import { ExposeStation } from "./ExposeStation";

jest.mock("@/features/rehearse/useRehearsal", () => ({ useRehearsal: () => null, useLightAhead: () => {} }));
jest.mock("./useAdvice", () => ({ useAdvice: () => [] }));
jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  sendJson: jest.fn(),
}));
// The test's browser knows no widths: to it the column of reasons is a phone's other tab.
configure({ defaultHidden: true });
const asked = jest.mocked(getJson);
const sent = jest.mocked(sendJson);

const kit = {
  phones: [],
  filters: [{ id: crypto.randomUUID(), name: "Eight", notation: "factor", value: 8 }],
  clipOns: [],
  supports: [],
};

/** The station on a shot that is kept as the application would keep it; `hold` keeps answers back. */
async function station(change: Partial<ShotReply> = {}) {
  let shot = shotReply("Pier", { recipeLine: "2s | iso 100", intent: "blurred-subject", ...change });
  const waiting: (() => void)[] = [];
  const state = { held: false, shot: () => shot, release: () => waiting.splice(0).map((answer) => answer()) };
  asked.mockImplementation(async (url) => (url === "/api/kit" ? kit : { shot, runs: [], stacks: [] }));
  sent.mockImplementation(async (_method, url, body, reply) => {
    if (state.held) await new Promise<void>((resolve) => waiting.push(resolve));
    shot = url.endsWith("/recipe")
      ? { ...shot, recipeLine: (body as { line: string }).line }
      : { ...shot, ...(body as object) };
    return reply.parse(url.endsWith("/recipe") ? { line: shot.recipeLine } : { ...shot, beforeRun: null }) as never;
  });
  show(
    <NightProvider outing={outingReply([shot])} shotId={shot.id}>
      <ExposeStation outingId={shot.outingId} shotId={shot.id} />
    </NightProvider>,
  );
  const field = await screen.findByRole("application");
  return { state, field };
}
const line = () => screen.getByRole<HTMLInputElement>("textbox", { name: "Recipe" });
const turnTo = (name: string) => press(name, "tab");
const patches = () =>
  sent.mock.calls.filter(([method]) => method === "PATCH").map(([, , body]) => body as Partial<ShotReply>);

describe("the Expose station", () => {
  it("has one state for the line and the point: keys write the line, typing moves the point", async () => {
    const { field } = await station();
    expect(field.getAttribute("aria-label")).toMatch(/2.s at ISO 100/);
    await settled(() => fireEvent.keyDown(field, { key: "ArrowRight", code: "ArrowRight" }));
    expect(line().value).toBe("2.5s | iso 100");
    fireEvent.focus(line());
    fireEvent.change(line(), { target: { value: "1/4 | iso 400" } });
    expect(field.getAttribute("aria-label")).toMatch(/1\/4.s at ISO 400/);
    expect(sent).toHaveBeenCalledTimes(1);
    await settled(() => fireEvent.keyDown(line(), { key: "Enter", code: "Enter" }));
    expect(sent.mock.lastCall?.slice(0, 3)).toEqual([
      "PUT",
      expect.stringMatching(/\/recipe$/),
      { line: "1/4 | iso 400", was: { line: "2.5s | iso 100" } },
    ]);
  });

  it("takes a ranked recipe as the line", async () => {
    await station();
    const [best] = within(screen.getByRole("list", { name: "Recipes, the best first" })).getAllByRole("button");
    await settled(() => fireEvent.click(best!));
    expect(best!.textContent).toContain(line().value);
    expect(best!.getAttribute("aria-pressed")).toBe("true");
  });

  it("saves a scene whole, shows what it changed, and takes it back", async () => {
    const { state } = await station();
    await turnTo("Scene");
    await settled(() => enter("Scene light, EV", "7"));
    await screen.findByText("Scene light, EV 7.0");
    expect(patches().at(-1)?.scene).toMatchObject({ sceneEv: 7, support: "tripod" });
    await turnTo("Recipes");
    expect(screen.getByText(/^Before: EV 4.0, best/)).toBeTruthy();
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    await waitFor(() => expect(state.shot().scene).toBeNull());
  });

  it("undoes just the last change, even where the one before it is still on its way", async () => {
    const { state } = await station();
    await turnTo("Scene");
    state.held = true;
    await settled(() => enter("Scene light, EV", "7"));
    await settled(() => enter("Gusts, m/s", "9"));
    expect(screen.getByText("Scene light, EV 7.0")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Gusts, m/s").value).toBe("9");
    state.held = false;
    await settled(() => state.release());
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    await waitFor(() => expect(patches().at(-1)?.scene).toMatchObject({ sceneEv: 7, gustMps: 3 }));
  });

  it("follows intent and lens, each with its way back", async () => {
    const { state } = await station();
    await settled(() => choose("Intent", "star-points"));
    await waitFor(() => expect(state.shot().intent).toBe("star-points"));
    const limits = screen.getByRole("table", { name: "Limits of the exposure field" });
    expect(await within(limits).findByRole("rowheader", { name: /^stars trail from/ })).toBeTruthy();
    await settled(() => fireEvent.click(screen.getByRole("button", { name: /^Camera: / })));
    await settled(() => choose("Lens", "tele"));
    await waitFor(() => expect(state.shot().camera).toMatchObject({ lens: "tele" }));
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    await waitFor(() => expect(state.shot().camera).toBeNull());
  });

  it("crosses in the time of the picture's own shape", async () => {
    const aim = {
      azimuthDeg: 180,
      tiltDeg: 0,
      rollDeg: 0,
      crop: "1:1",
      guides: "none",
      constellations: false,
    } as const;
    await station({ aim });
    // 21.8 s for 95 % of the whole sensor, three quarters of that in a square.
    await turnTo("Point");
    expect(screen.getByText(/nearly all of it takes 16.4.s/)).toBeTruthy();
  });

  it("puts a filter of the kit into the line, and a bracket around the point", async () => {
    await station();
    await settled(() => choose("Filter", "Eight"));
    expect(line().value).toBe("2s | iso 100 | nd 8");
    await turnTo("Point");
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Take it" })));
    expect(line().value).toBe("3 x 2s | bracket 2 stops | iso 100 | nd 8 -> fuse");
  });

  it("begins at a second where the line names no time, and reads nothing before that", async () => {
    const { field } = await station({ recipeLine: "iso 100" });
    expect(field.getAttribute("aria-label")).toMatch(/No point yet/);
    await turnTo("Point");
    expect(screen.getByText("Write a shutter time, or click into the field.")).toBeTruthy();
    await slide("Frames", "ArrowRight");
    expect(line().value).toBe("2 x 1s | iso 100 -> mean");
  });

  it("names the dangers of the site and of the intent beside the recipes", async () => {
    await station();
    expect(screen.getByText("Wet steps.")).toBeTruthy();
    expect(screen.getByText(/^Never on or near tracks/)).toBeTruthy();
  });
});
