/** @jest-environment jsdom */

import { fireEvent, screen } from "@testing-library/react";
import { type SavedScene, saidOf, savedScene } from "@/core/facts";

import { usualScene } from "@/core/intent";
import { LIT_SUBJECTS } from "@/core/light";

import { choose, enter, settled, show } from "@/ui/testing/show";
import { SceneForm } from "./SceneForm";

const usual = saidOf(usualScene("light-trails"));
const scene: SavedScene = savedScene.parse({ ...usual, own: [] });
const shoe = { id: crypto.randomUUID(), name: "Shoe", kind: "tripod" as const, settleSeconds: 0.2, gustPxPerMps: 0.02 };

function form(part: Partial<Parameters<typeof SceneForm>[0]> = {}) {
  const onChange = jest.fn();
  show(
    <SceneForm
      scene={scene}
      fNumber={1.8}
      supports={[shoe]}
      meterStops={-0.4}
      plannedSky={{ ev: -2.34, aimed: true }}
      automatic={{ gustMps: { value: 4.2, from: "the night's weather, stand-in" } }}
      testPicture={null}
      onChange={onChange}
      {...part}
    />,
  );
  return onChange;
}

describe("scene light", () => {
  it("is typed, chosen by subject, or taken from the planned sky", () => {
    const onChange = form();
    enter("Scene light, EV", "6,5");
    expect(onChange).toHaveBeenLastCalledWith({ sceneEv: 6.5 });
    const [subject] = LIT_SUBJECTS;
    choose("Scene light by subject", subject!.name);
    const [low, high] = subject!.ev;
    expect(onChange).toHaveBeenLastCalledWith({ sceneEv: (low + high) / 2 });
    expect(screen.getByText("by the sky you aim at, when it is planned")).toBeTruthy();
    fireEvent.click(screen.getByText("EV \u22122.3"));
    expect(onChange).toHaveBeenLastCalledWith({ sceneEv: -2.34 });
  });

  it("comes from what the phone's automatic shows: 1/20 s at ISO 640 and f/1.8 is EV 3.34", () => {
    const onChange = form();
    enter("Automatic exposure", "1/20 at ISO 640");
    expect(onChange.mock.lastCall[0].sceneEv).toBeCloseTo(3.34, 2);
    enter("Automatic exposure", "a twentieth");
    expect(screen.getByText("Write it like 1/20 iso 640.")).toBeTruthy();
    expect(onChange).toHaveBeenCalledTimes(1);
  });

  it("moves by what a test frame reads beyond what the point should give", () => {
    const onChange = form();
    enter("Meter reading of a test frame", "+1.3");
    expect(onChange.mock.lastCall[0].sceneEv).toBeCloseTo(scene.sceneEv + 1.7, 10);
  });

  it("asks for a point before it can use a reading", () => {
    const onChange = form({ meterStops: null });
    enter("Meter reading of a test frame", "+1.3");
    expect(screen.getByText("Set a point in the field first.")).toBeTruthy();
    expect(onChange).not.toHaveBeenCalled();
  });
});

describe("what moves, and what holds the phone", () => {
  it("keeps what was typed wrong, with its borders", () => {
    const onChange = form();
    enter("distance, m", "0");
    expect(screen.getByText("Distance goes from 0.3 to 20000.")).toBeTruthy();
    enter("speed, m/s", "fast");
    expect(screen.getByText("Speed must be a number.")).toBeTruthy();
    expect(onChange).not.toHaveBeenCalled();
    enter("speed, m/s", "8");
    expect(onChange).toHaveBeenLastCalledWith({ mover: { ...scene.mover, speedMps: 8 } });
  });

  it("takes movers, lamps, water and people in and out", async () => {
    const onChange = form();
    await settled(() => fireEvent.click(screen.getByLabelText("Something crosses the frame")));
    expect(onChange).toHaveBeenLastCalledWith({ mover: null });
    choose("Lamps that it carries", "");
    expect(onChange).toHaveBeenLastCalledWith({ lamps: [], lampIntensityCd: null });
    choose("Water", "chop");
    expect(onChange).toHaveBeenLastCalledWith({ water: "chop" });
    await settled(() => fireEvent.click(screen.getByLabelText("People pass through")));
    expect(onChange).toHaveBeenLastCalledWith({ crowd: { occupancy: 0.15, dwellSeconds: 2 } });
  });

  it("takes a support of the kit with its own numbers, or a usual kind", () => {
    const onChange = form();
    choose("Support", "own Shoe");
    const { name, settleSeconds, gustPxPerMps } = shoe;
    expect(onChange).toHaveBeenLastCalledWith({ support: "tripod", ownSupport: { name, settleSeconds, gustPxPerMps } });
    choose("Support", "kind stick");
    expect(onChange).toHaveBeenLastCalledWith({ support: "stick", ownSupport: null });
  });

  it("reads times as people write them, and storage in gigabytes", () => {
    const onChange = form();
    enter("Time, seconds", "1h30m");
    expect(onChange).toHaveBeenLastCalledWith({ windowSeconds: 5400 });
    enter("Free storage, gigabytes", "2,5");
    expect(onChange).toHaveBeenLastCalledWith({ freeMegabytes: 2500 });
    enter("Battery, percent", "120");
    expect(screen.getByText("Battery goes from 0 to 100.")).toBeTruthy();
  });
});

describe("values that come by themselves", () => {
  it("say where from, and a typed one how to let go of it", () => {
    form();
    expect(screen.getByText("By the night's weather, stand-in.")).toBeTruthy();
    const onChange = form({ scene: { ...scene, gustMps: 9, own: ["gustMps", "sceneEv"] } });
    expect(screen.getByText(/^Your own value, instead of 4.2 by the night's weather, stand-in/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Use the automatic value" }));
    expect(onChange).toHaveBeenLastCalledWith({ own: ["sceneEv"] });
  });
});

describe("what passes", () => {
  it("is chosen by the lamps that it carries, with the usual intensity or one's own", () => {
    const onChange = form();
    choose("Lamps that it carries", "cycle-lamp");
    expect(onChange).toHaveBeenLastCalledWith({ lamps: ["cycle-lamp"], lampIntensityCd: null });
    enter("Lamp, candela", "450");
    expect(onChange).toHaveBeenLastCalledWith({ lampIntensityCd: 450 });
    choose("Release", "remote");
    expect(onChange).toHaveBeenLastCalledWith({ release: "remote" });
    choose("Frames a second", "60");
    expect(onChange).toHaveBeenLastCalledWith({ framesPerSecond: 60 });
    enter("Distance of the subject, metres", "0,6");
    expect(onChange).toHaveBeenLastCalledWith({ subjectM: 0.6 });
  });
});
