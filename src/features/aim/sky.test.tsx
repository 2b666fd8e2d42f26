/** @jest-environment jsdom */

import { fireEvent, screen } from "@testing-library/react";
import type { ShotAim } from "@/contracts/scene";
import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { USUAL_SCHOOLS } from "@/core/facts";

import { longestStarShutter } from "@/core/motion";
import { clearSkyAt, evTowards, moonOf } from "@/core/sky";
import { type Night, NightProvider, useNight } from "@/features/nightPlan/NightContext";
import { outingReply, shotReply } from "@/features/testing/replies";
import { choose, settled, show, slide } from "@/ui/testing/show";
import { AimBar } from "./AimBar";
import { SkyReasons } from "./SkyReasons";
import { SkyView } from "./SkyView";

const kit = { phones: [], filters: [], clipOns: [], supports: [] };
const camera = chosenCamera(kit, null);
const aim: ShotAim = {
  azimuthDeg: 180,
  tiltDeg: 20,
  rollDeg: 0,
  crop: "4:3",
  guides: "none",
  constellations: false,
};
const outing = outingReply([shotReply("Pier")]);
type Draw = (night: Night) => React.ReactElement;

function Inner({ draw }: { readonly draw: Draw }) {
  const night = useNight();
  return night && draw(night);
}
const inNight = (draw: Draw) =>
  settled(() =>
    show(
      <NightProvider outing={outing} shotId={outing.shots[0]!.id}>
        <Inner draw={draw} />
      </NightProvider>,
    ),
  );

describe("the sky in numbers", () => {
  const reasons = async (change: Partial<Parameters<typeof SkyReasons>[0]> = {}, hours = 10) => {
    const onDeclination = jest.fn();
    const seen: { night: Night | null; atMs: number } = { night: null, atMs: 0 };
    await inNight((night) => {
      seen.night = night;
      seen.atMs = night.beginMs + hours * 3_600_000;
      return (
        <SkyReasons
          night={night}
          atMs={seen.atMs}
          aim={aim}
          camera={camera}
          halfWidth={0.765}
          schools={USUAL_SCHOOLS}
          coreTimes={[]}
          sceneDeclinationDeg={0}
          onDeclination={onDeclination}
          {...change}
        />
      );
    });
    return { seen, onDeclination };
  };

  it("give the declination of the middle, and let Expose count with it", async () => {
    const { onDeclination } = await reasons();
    // 48.2° north, looking south 20° up: 90° - 48.2° - 20° under the equator.
    expect(screen.getByText("\u221222°")).toBeTruthy();
    const limit = longestStarShutter(camera.lens, -22, "pixels", 2);
    expect(screen.getByText(new RegExp(`Stars here stay points to ${limit.toFixed(1)}.s by your school`))).toBeTruthy();
    fireEvent.click(screen.getByText("Use it in Expose instead of your own 0°."));
    expect(onDeclination).toHaveBeenCalledTimes(1);
  });

  it("tell the sky's light where the camera looks, against the ribbon's", async () => {
    const { seen } = await reasons({}, 4.6);
    const { plan, site } = seen.night!;
    const ev = evTowards(clearSkyAt(plan.night, seen.atMs, site.darkSkyMagPerArcsec2), aim);
    const overhead = plan.momentAt(seen.atMs).skyEv;
    expect(ev).toBeGreaterThan(overhead);
    expect(screen.getByText(`EV ${ev.toFixed(1)}`)).toBeTruthy();
    expect(
      screen.getByText(new RegExp(`^${(ev - overhead).toFixed(1)} stops brighter than the even sky`)),
    ).toBeTruthy();
  });

  it("say so once it counts", async () => {
    await reasons({ sceneDeclinationDeg: -22 });
    expect(screen.getByText(/Expose uses it\.$/)).toBeTruthy();
  });

  it("give the field that is seen, and what a clip-on takes from it", async () => {
    await reasons({ camera: { ...camera, vignettingStops: 1.2, lossStops: 0.3 } });
    expect(screen.getByText("75°")).toBeTruthy();
    // cos⁴ of 43.7°, and a quarter of it.
    expect(screen.getByText(/Its corners get 1.9 stops less, of which the phone leaves 0.5 \(assumed\)/)).toBeTruthy();
    expect(screen.getByText(/darkens the corners by 1.2 stops and takes 0.3 everywhere/)).toBeTruthy();
  });

  it("say when the core stands there, and that a bright sky hides it", async () => {
    const atMs = Date.parse("2026-10-24T16:30:00Z");
    await reasons({ coreTimes: [{ atMs, altitudeDeg: 12, byDay: true }] });
    expect(screen.getByText("18:30")).toBeTruthy();
    expect(screen.getByText(/At 12° height, but in a sky too bright for it/)).toBeTruthy();
  });

  it("say when it does not", async () => {
    await reasons();
    expect(screen.getByText("not this night")).toBeTruthy();
  });

  it("tell moonlight by where it comes from, as the moon stands", async () => {
    const { seen } = await reasons();
    const moon = moonOf(seen.night!.plan.night, seen.atMs);
    if (moon.altitudeDeg <= 0) expect(screen.getByText("The moon is down at this time.")).toBeTruthy();
    else expect(screen.getByText(new RegExp(`${Math.round(100 * moon.illuminatedFraction)} % lit`))).toBeTruthy();
  });
});

describe("the bar of the camera's aim", () => {
  it("changes roll, shape, guides and lines, and tells the pixels that a shape loses", async () => {
    const onAim = jest.fn();
    const owned = { ...kit, phones: [{ id: crypto.randomUUID(), ...GENERIC_PHONE }] } as never;
    show(
      <AimBar
        time="18:05"
        aim={{ ...aim, crop: "16:9" }}
        kit={owned}
        camera={camera}
        onAim={onAim}
        onCamera={jest.fn()}
      />,
    );
    expect(screen.getByText(/^18:05 azimuth 180° tilt 20°/)).toBeTruthy();
    expect(screen.getByText("4080 × 2295, 25 % of the pixels lost")).toBeTruthy();
    await slide("Roll", "ArrowLeft");
    expect(onAim.mock.lastCall[0].rollDeg).toBe(-1);
    choose("Picture shape", "1:1");
    expect(onAim.mock.lastCall[0].crop).toBe("1:1");
    choose("Guides", "thirds");
    expect(onAim.mock.lastCall[0].guides).toBe("thirds");
    await settled(() => fireEvent.click(screen.getByLabelText("constellations")));
    expect(onAim.mock.lastCall[0].constellations).toBe(true);
  });
});

describe("the picture of the sky", () => {
  const view = async (pose = aim) => {
    HTMLCanvasElement.prototype.getContext = jest.fn().mockReturnValue(null);
    const onPose = jest.fn();
    await inNight((night) => (
      <SkyView
        night={night.plan.night}
        atMs={night.beginMs}
        pose={pose}
        shower={null}
        constellations={false}
        onPose={onPose}
        guides={"none"}
        halfWidth={0.765}
        aspect={0.75}
        spanSeconds={0}
        mover={null}
        darkSkyMagPerArcsec2={21}
      />
    ));
    return { onPose, sky: screen.getByRole("img", { name: /^The sky towards azimuth/ }) };
  };

  it("is turned by keys, round the compass, and no farther than a head goes", async () => {
    const { onPose, sky } = await view({ ...aim, azimuthDeg: 355, tiltDeg: 85 });
    fireEvent.keyDown(sky, { key: "ArrowRight", code: "ArrowRight", shiftKey: true });
    expect(onPose.mock.lastCall[0].azimuthDeg).toBe(5);
    fireEvent.keyDown(sky, { key: "ArrowUp", code: "ArrowUp", shiftKey: true });
    expect(onPose.mock.lastCall[0].tiltDeg).toBe(88);
    fireEvent.keyDown(sky, { key: "ArrowLeft", code: "ArrowLeft" });
    expect(onPose.mock.lastCall[0].azimuthDeg).toBe(354);
    expect(fireEvent.keyDown(sky, { key: "Enter", code: "Enter" })).toBe(true);
    expect(onPose).toHaveBeenCalledTimes(3);
  });
});
