/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import type { OutingReply, ShotReply } from "@/contracts/replies";
import { CAUTIONS, INTENTS, intentOf } from "@/core/intent";
import { NO_OVERRIDES, WINDOW_KINDS } from "@/core/night";
import { clock, clockSpan } from "@/features/nightPlan/clock";
import { type Night, NightProvider, useNight } from "@/features/nightPlan/NightContext";
import { outingReply, shotReply, siteReply } from "@/features/testing/replies";
import { choose, enter, press, settled, show } from "@/ui/testing/show";
import { changedOverrides, NightReasons } from "./NightReasons";
import { ShotList } from "./ShotList";
import { WindowList } from "./WindowList";

const outing = outingReply([
  shotReply("Bridge", { beginsAt: "2026-10-24T16:00:00.000Z" }),
  shotReply("Square", { intent: "emptied-place" }),
]);

interface Seen {
  night: Night | null;
}
type Draw = (night: Night) => React.ReactElement;

function Inner({ seen, draw }: { readonly seen: Seen; readonly draw: Draw }) {
  const night = useNight();
  seen.night = night;
  return night && draw(night);
}

/** Hands the outing's night to what it shows. */
async function inNight(draw: Draw, given: OutingReply = outing): Promise<Seen> {
  const seen: Seen = { night: null };
  await settled(() =>
    show(
      <NightProvider outing={given} shotId={given.shots[0]?.id ?? ""}>
        <Inner seen={seen} draw={draw} />
      </NightProvider>,
    ),
  );
  return seen;
}

describe("a night shared between ribbon and stations", () => {
  it("is that of the outing's site, date and shot, minute by minute", async () => {
    const { night } = await inNight(() => <span />);
    expect(night!.intent).toBe("light-trails");
    expect(night!.moments.length).toBe(Math.round((night!.endMs - night!.beginMs) / 60_000) + 1);
    expect(night!.scores).toHaveLength(night!.moments.length);
    expect(night!.endMs - night!.beginMs).toBeCloseTo(86_400_000, -5);
    for (const { beginMs, endMs } of night!.windows) {
      expect(beginMs).toBeGreaterThanOrEqual(night!.beginMs);
      expect(endMs).toBeLessThanOrEqual(night!.endMs);
    }
  });

  it("is none for loose files", async () => {
    expect((await inNight(() => <span />, outingReply([shotReply("x")], null))).night).toBeNull();
  });
});

describe("a shot on the night", () => {
  const rows = (night: Night) => (
    <ShotList
      night={night}
      conflicts={[]}
      busy={false}
      onChange={() => {}}
      onRemove={() => {}}
      onAdd={() => {}}
      onArrange={() => {}}
    />
  );

  it("at its best time says the score that the column says, and nothing of another time", async () => {
    const { night } = await inNight(() => <span />);
    const { beginMs, score } = night!.best;
    const minutes = intentOf("light-trails").usualMinutes;
    const best = shotReply("Bridge", { minutes, beginsAt: new Date(beginMs).toISOString() });
    cleanup();
    await inNight(rows, outingReply([best]));
    expect(screen.getByText(`Scores ${Math.round(score)} there, with the night\u2019s weather.`)).toBeTruthy();
  });

  it("at a poor time says when it would do better; off the night it says nothing", async () => {
    const shots = [shotReply("Bridge", { beginsAt: "2026-10-25T01:00:00.000Z" }), shotReply("Square")];
    const { night } = await inNight(rows, outingReply(shots));
    const said = screen.getAllByText(/^Scores /);
    expect(said).toHaveLength(1);
    expect(said[0]!.textContent).toMatch(/; by itself \d+ from \d\d:\d\d\.$/);
    expect(said[0]!.textContent).toContain(clock(night!.best.beginMs, "Europe/Vienna").slice(0, 2));
  });
});

describe("the windows of a night", () => {
  it("come with begin, end and reason, those of the intent in bold, and can be looked at", async () => {
    const onShow = jest.fn();
    const { night } = await inNight((each) => <WindowList night={each} onShow={onShow} />);
    await press(/earlier/);
    const rows = screen.getAllByRole("listitem").map((item) => within(item).getByRole("button"));
    expect(rows).toHaveLength(night!.windows.length);
    night!.windows.forEach(({ kind, beginMs, endMs, why }, index) => {
      expect(rows[index]!.textContent).toContain(clockSpan(beginMs, endMs, "Europe/Vienna"));
      expect(rows[index]!.textContent).toContain(WINDOW_KINDS[kind]);
      expect(rows[index]!.textContent).toContain(why);
    });
    expect(night!.windows.some(({ kind }) => intentOf("light-trails").windows.includes(kind))).toBe(true);
    fireEvent.click(rows[0]!);
    expect(onShow).toHaveBeenCalledWith(night!.windows[0]!.beginMs, night!.windows[0]!.endMs);
  });

  it("begin with the first that matters; what is over by then is folded away and named", async () => {
    const { night } = await inNight((each) => <WindowList night={each} onShow={jest.fn()} />);
    const first = night!.windows.find(({ kind }) => intentOf("light-trails").windows.includes(kind))!;
    const over = night!.windows.filter(({ endMs }) => endMs <= first.beginMs);
    expect(over.length).toBeGreaterThan(0);
    const named = `earlier: ${over.map(({ kind }) => WINDOW_KINDS[kind]).join(", ")}`;
    const fold = screen.getByRole("button", { name: new RegExp(named) });
    const before = screen.getAllByRole("listitem").length;
    expect(before).toBe(night!.windows.length - over.length);
    await settled(() => fireEvent.click(fold));
    expect(screen.getAllByRole("listitem")).toHaveLength(night!.windows.length);
  });

  it("may be none at all", async () => {
    const polar = siteReply({ latitudeDeg: 79, zone: "UTC", tidal: false, road: "none" });
    const summer = outingReply([shotReply("x")], polar);
    const seen = await inNight((each) => <WindowList night={{ ...each, windows: [] }} onShow={jest.fn()} />, summer);
    expect(seen.night).not.toBeNull();
    expect(screen.getByText(/This night has none/)).toBeTruthy();
  });
});

describe("the shots of a night", () => {
  const list = async (part: Partial<Parameters<typeof ShotList>[0]> = {}) => {
    const given = { onChange: jest.fn(), onRemove: jest.fn(), onAdd: jest.fn(), onArrange: jest.fn() };
    await inNight((night) => <ShotList night={night} conflicts={[]} busy={false} {...given} {...part} />);
    return given;
  };
  const [bridge, square] = outing.shots as [ShotReply, ShotReply];

  it("are shown with their times, and moved by typing one of this night", async () => {
    const { onChange } = await list();
    expect(screen.getByLabelText<HTMLInputElement>("Begin of Bridge").value).toBe("18:00");
    expect(screen.getByLabelText<HTMLInputElement>("Begin of Square").value).toBe("");
    enter("Begin of Square", "5.30");
    const [shot, change, said] = onChange.mock.lastCall;
    expect([shot.id, change, said]).toEqual([
      square.id,
      { beginsAt: "2026-10-25T04:30:00.000Z" },
      "Square begins at 5.30.",
    ]);
    enter("Begin of Bridge", "");
    expect(onChange.mock.lastCall.slice(1)).toEqual([{ beginsAt: null }, "Bridge is off the night."]);
  });

  it("keep a time that is none, and say what to write", async () => {
    const { onChange } = await list();
    enter("Begin of Square", "at dusk");
    expect(screen.getByText("Write a time of this night, such as 17:05 or 05:30.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Begin of Square").value).toBe("at dusk");
    expect(onChange).not.toHaveBeenCalled();
  });

  it("take lengths and ways in minutes, and nothing that is none", async () => {
    const { onChange } = await list();
    enter("Length of Bridge, minutes", "12,5");
    expect(onChange.mock.lastCall.slice(1)).toEqual([{ minutes: 12.5 }, "Bridge lasts 12.5 min."]);
    enter("Walk to Bridge, minutes", "8");
    expect(onChange.mock.lastCall[1]).toEqual({ walkMinutes: 8 });
    enter("Setting up Bridge, minutes", "-1");
    expect(onChange).toHaveBeenCalledTimes(2);
    expect(screen.getByLabelText("Setting up Bridge, minutes").getAttribute("aria-invalid")).toBe("true");
  });

  it("get another intent, are deleted, added and arranged", async () => {
    const { onChange, onRemove, onAdd, onArrange } = await list();
    choose("Intent of Bridge", "star-arcs");
    expect(onChange.mock.lastCall.slice(1)).toEqual([{ intent: "star-arcs" }, "Bridge: star arcs."]);
    fireEvent.click(screen.getByRole("button", { name: "Delete Bridge" }));
    expect(onRemove).toHaveBeenCalledWith(bridge);
    const name = screen.getByLabelText<HTMLInputElement>("Name of a new shot");
    fireEvent.submit(name);
    expect(onAdd).not.toHaveBeenCalled();
    fireEvent.change(name, { target: { value: "  Pier " } });
    fireEvent.submit(name);
    await waitFor(() => expect(onAdd).toHaveBeenCalledWith("Pier", "light-trails"));
    await waitFor(() => expect(name.value).toBe(""));
    fireEvent.click(screen.getByRole("button", { name: "Arrange for me" }));
    expect(onArrange).toHaveBeenCalled();
  });

  it("tell of their conflicts, and cannot be arranged while they are", async () => {
    const conflict = { kind: "overlap" as const, shotIds: [], message: "Bridge and Square overlap." };
    const { onArrange } = await list({ busy: true, conflicts: [conflict as never] });
    expect(screen.getByRole("status").textContent).toBe(conflict.message);
    fireEvent.click(screen.getByRole("button", { name: "Arrange for me" }));
    expect(onArrange).not.toHaveBeenCalled();
  });
});

describe("the reasons of a night", () => {
  const reasons = async (given: OutingReply = outing) => {
    const onOverride = jest.fn();
    const seen = await inNight(
      (night) => <NightReasons night={night} outingId="o" overrides={NO_OVERRIDES} onOverride={onOverride} />,
      given,
    );
    return { seen, onOverride };
  };

  it("give the best stretch as long as the shot takes, and every factor of the score with its because", async () => {
    await reasons();
    expect(screen.getByText(/^Best 15 min, /)).toBeTruthy();
    expect(screen.getByText(intentOf("light-trails").goal)).toBeTruthy();
    const factors = within(screen.getByRole("list", { name: "Reasons for the score" })).getAllByRole("listitem");
    expect(factors.length).toBeGreaterThan(1);
    for (const factor of factors) expect(factor.textContent).toMatch(/× \d\.\d\d.+\.$/);
  });

  it("follow the intent that is chosen", async () => {
    const { seen } = await reasons();
    choose("Intent", "meteors");
    expect(seen.night!.intent).toBe("meteors");
    expect(screen.getByText(intentOf("meteors").goal)).toBeTruthy();
    expect(within(screen.getByLabelText("Intent")).getAllByRole("option")).toHaveLength(INTENTS.length);
  });

  it("take what one knows by hand, with commas and real minus signs, and back to the stand-in", async () => {
    const { onOverride } = await reasons();
    enter("Gusts, m/s", "6,5");
    expect(onOverride).toHaveBeenLastCalledWith({ gustMps: 6.5 });
    enter("Dew point, °C", "\u22122");
    expect(onOverride).toHaveBeenLastCalledWith({ dewPointC: -2 });
    enter("Cloud, %", "half");
    expect(onOverride).toHaveBeenCalledTimes(2);
    expect(screen.getByLabelText("Cloud, %").getAttribute("aria-invalid")).toBe("true");
  });

  it("ask for traffic and tide only where there are any", async () => {
    await reasons(outingReply([shotReply("x")], siteReply({ road: "none", tidal: false })));
    expect(screen.queryByLabelText("Vehicles an hour")).toBeNull();
    expect(screen.queryByLabelText("Tide from mean, m")).toBeNull();
    expect(screen.getByText(/Place the shots first/)).toBeTruthy();
  });

  it("warn of what the site and the intent are dangerous for", async () => {
    await reasons();
    expect(screen.getByText("Wet steps.")).toBeTruthy();
    for (const caution of intentOf("light-trails").cautions) expect(screen.getByText(CAUTIONS[caution])).toBeTruthy();
  });

  it("keep what was set before when one thing changes", () => {
    const before = { ...NO_OVERRIDES, gustMps: 4 };
    expect(changedOverrides(before, { cloudPercent: 20 })).toEqual({ ...NO_OVERRIDES, gustMps: 4, cloudPercent: 20 });
    expect(changedOverrides(null, { gustMps: null })).toEqual(NO_OVERRIDES);
  });
});

describe("the clock", () => {
  it("is the site's own", () => {
    expect(clock(Date.parse("2026-10-24T16:00:00Z"), "Europe/Vienna")).toBe("18:00");
    expect(clock(Date.parse("2026-10-24T16:00:00Z"), "UTC")).toBe("16:00");
  });
});
