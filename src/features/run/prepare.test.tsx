/** @jest-environment jsdom */
import { act, fireEvent, screen } from "@testing-library/react";
import type { PhoneReply } from "@/contracts/phoneReply";
import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { enter, settled, show } from "@/ui/testing/show";
import { SettingsCard } from "./hand/SettingsCard";
import { LinkPhone } from "./LinkPhone";
import { PhoneScreen } from "./PhoneScreen";
import { TwilightReasons } from "./TwilightReasons";
import { Warnings } from "./Warnings";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!;
const textOf = () => (document.body.textContent ?? "").replace(/\s/g, " ");

describe("linking a phone", () => {
  const phone = (linkedBy: PhoneReply["linkedBy"]): PhoneReply => ({
    name: "Pocket C",
    linkedBy,
    canPause: true,
    settings: {
      flash: "off",
      fullSize: false,
      rawCopies: false,
      nightMode: false,
      focusLocked: true,
      whiteBalanceLocked: true,
    },
    status: { now: "2026-11-25T18:00:00Z", batteryPercent: 80, sensorCelsius: 9, freeBytes: 1e9, run: null },
  });

  it("asks for address and token, and says what went wrong", async () => {
    const onLink = jest.fn();
    show(<LinkPhone phone={phone("stand-in")} busy={false} problem="It does not know this token." onLink={onLink} />);
    expect(textOf()).toContain("Pocket C, a stand-in");
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Link another phone" })));
    expect(screen.getByRole("alert").textContent).toBe("It does not know this token.");
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Link it" })));
    expect(screen.getByText("An address, such as http://192.168.4.1:8080")).toBeTruthy();
    expect(onLink).not.toHaveBeenCalled();
    act(() => enter("The phone's address", " http://10.0.0.7:8080/ "));
    act(() => enter("The phone's token", "word"));
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Link it" })));
    expect(onLink).toHaveBeenCalledWith({ address: "http://10.0.0.7:8080", token: "word" });
    expect(screen.queryByRole("button", { name: "Back to the stand-in" })).toBeNull();
  });

  it.each([["one that was linked", phone("person")] as const, ["one that does not answer", null] as const])(
    "goes back to the stand-in from %s",
    async (_, linked) => {
      const onLink = jest.fn();
      show(<LinkPhone phone={linked} busy={false} problem={null} onLink={onLink} />);
      await settled(() => fireEvent.click(screen.getByRole("button", { name: "Link another phone" })));
      fireEvent.click(screen.getByRole("button", { name: "Back to the stand-in" }));
      expect(onLink).toHaveBeenCalledWith(null);
    },
  );
});

describe("the light over a run", () => {
  const air = { temperatureC: 8, dewPointC: 2 };
  const dusk = {
    beginsAtMs: Date.parse("2026-10-24T16:00:00Z"),
    isPlanned: true,
    changeStops: -2.1,
    ramp: [1, 2.1],
    air,
  };
  const shown = (line: string, twilight: Parameters<typeof TwilightReasons>[0]["twilight"] = dusk) => {
    const onRamp = jest.fn();
    show(<TwilightReasons twilight={twilight} plan={planOf(line)} zone="Europe/Vienna" onRamp={onRamp} />);
    return onRamp;
  };

  it("is told with its hour, and a press ramps the shutter with it", () => {
    const onRamp = shown("60 x 1/8 every 20s | iso 50");
    expect(textOf()).toContain("\u22122.1 stops");
    expect(textOf()).toContain("from its hour, 18:00");
    fireEvent.click(screen.getByRole("button", { name: "Ramp the shutter with it" }));
    expect(onRamp).toHaveBeenCalledWith([1, 2.1]);
  });

  it("has a ramp set anew or taken out where the line has one, and says nothing where the light stays", () => {
    const onRamp = shown("60 x 1/8 every 20s | ramp +1 +2.1 stops | iso 50");
    expect(screen.getByRole("button", { name: "Set the ramp anew" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "No ramp" }));
    expect(onRamp).toHaveBeenCalledWith(null);
    document.body.innerHTML = "";
    shown("60 x 1/8 every 20s | iso 50", { ...dusk, changeStops: 0, ramp: null });
    expect(textOf()).not.toContain("The light over this run");
  });
});

test("of many warnings two are said, each with what to do, and the others are counted", () => {
  const warnings = ["a", "b", "c", "d"].map((id) => ({ id, says: `${id} is wrong.`, does: `Mend ${id}.` }));
  show(<Warnings warnings={warnings} />);
  expect(textOf()).toContain("a is wrong. Mend a.");
  expect(textOf()).toContain("b is wrong. Mend b.");
  expect(textOf()).not.toContain("c is wrong");
  expect(textOf()).toContain("and 2 more");
});

describe("what to set on a phone by hand", () => {
  it("is every value of the line, as one finds it on the phone", () => {
    show(
      <SettingsCard
        plan={planOf("24 x 2s every 2.5s | iso 100 | nd 8 | wb 4000K | focus 12m | delay 2s | raw+jpeg")}
      />,
    );
    const said = textOf();
    for (const each of ["2 s", "100", "3.0 stops", "4000 K", "12 m", "2.5 s", "raw and JPEG"])
      expect(said).toContain(each);
  });

  it("is each shutter of a bracket, and both ends of a ramp", () => {
    show(<SettingsCard plan={planOf("3 x 1/2 | bracket 1 stops | iso 50")} />);
    expect(textOf()).toContain("1/4 s, 0.5 s, 1 s");
    document.body.innerHTML = "";
    show(<SettingsCard plan={planOf("20 x 1/2 every 9s | ramp +3 stops | iso 50")} />);
    expect(textOf()).toContain("0.5 s to 4 s");
  });
});

describe("the phone's screen", () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());
  const picture = () => screen.queryByAltText<HTMLImageElement>("What the phone's screen shows now");

  it("is shown once it is there, with what it is worth, and looked at again and again", () => {
    show(<PhoneScreen shotId="s" otherwise="No frames yet." />);
    expect(screen.getByText("No frames yet.")).toBeTruthy();
    const first = picture()!.src;
    act(() => void fireEvent.load(picture()!));
    expect(screen.getByText(/a test frame tells, this does not/)).toBeTruthy();
    act(() => jest.advanceTimersByTime(2500));
    expect(picture()!.src).not.toBe(first);
  });

  it("is not asked for any more where the phone tells nothing", () => {
    show(<PhoneScreen shotId="s" otherwise="No frames yet." />);
    act(() => void fireEvent.error(picture()!));
    expect(picture()).toBeNull();
    expect(screen.getByText("No frames yet.")).toBeTruthy();
  });
});
