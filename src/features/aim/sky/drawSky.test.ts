import { scaleLinear } from "d3";
import { GENERIC_PHONE } from "@/core/camera";
import { crossingSeconds } from "@/core/motion";
import { sensorSizeMm } from "@/core/optics";
import { coreOf, moonOf, nightSky, sunOf } from "@/core/sky";
import { THEMES } from "@/ui/theme/themes";
import { drawSky, type SkyDrawing } from "./drawSky";

const size = { width: 900, height: 500 };
const frame = { width: 600, height: 450 };
const night = nightSky({ latitudeDeg: 48.2, longitudeDeg: 16.4 }, "2026-11-25");
const dusk = Date.parse("2026-11-25T15:40:00Z");
const midnight = Date.parse("2026-11-25T23:00:00Z");

/** What a drawing wrote, and the colours of its cells of sky; everything else that a canvas can do is let pass. */
function draw(change: Partial<SkyDrawing> = {}) {
  const written = new Map<string, { x: number; y: number; colour: string }>();
  const strokes: { colour: string; points: [number, number][] }[] = [];
  let cells = new Uint8ClampedArray();
  let points: [number, number][] = [];
  let arcs = 0;
  const state = {
    fillStyle: "",
    strokeStyle: "",
    createImageData: (width: number, height: number) => {
      cells = new Uint8ClampedArray(4 * width * height);
      return { data: cells };
    },
    fillText: (text: string, x: number, y: number) => written.set(text, { x, y, colour: state.fillStyle }),
    beginPath: () => {
      points = [];
    },
    moveTo: (x: number, y: number) => points.push([x, y]),
    lineTo: (x: number, y: number) => points.push([x, y]),
    stroke: () => strokes.push({ colour: state.strokeStyle, points }),
    arc: () => arcs++,
  };
  const context = new Proxy(state, {
    get: (target, name) => Reflect.get(target, name) ?? (() => undefined),
  }) as unknown as CanvasRenderingContext2D;
  globalThis.OffscreenCanvas = class {
    getContext = () => null;
  } as never;
  drawSky(context, size, frame, {
    night,
    colour: scaleLinear<string>()
      .domain(THEMES.dusk.sky.map(([sun]) => sun))
      .range(THEMES.dusk.sky.map(([, colour]) => colour)),
    ink: THEMES.dusk.onSky,
    darkSkyMagPerArcsec2: 21,
    atMs: dusk,
    halfWidth: 0.765,
    shower: null,
    constellations: false,
    pose: { azimuthDeg: 180, tiltDeg: 15, rollDeg: 0 },
    spanSeconds: 0,
    mover: null,
    ...change,
  });
  /** Redness of the sky at a share of the drawing's width and height: red over blue. */
  const warmth = (x: number, y: number) => {
    const at = 4 * (Math.floor((y * cells.length) / 4 / 48) * 48 + Math.floor(x * 48));
    return cells[at]! / cells[at + 2]!;
  };
  return { written, strokes, warmth, arcs };
}

describe("the drawn sky", () => {
  it("glows where the sun went down, and nowhere else", () => {
    const { azimuthDeg } = sunOf(night, dusk);
    const towards = draw({ pose: { azimuthDeg, tiltDeg: 15, rollDeg: 0 } });
    const away = draw({ pose: { azimuthDeg: azimuthDeg - 180, tiltDeg: 15, rollDeg: 0 } });
    expect(towards.warmth(0.5, 0.6)).toBeGreaterThan(1.2 * away.warmth(0.5, 0.6));
    expect(towards.warmth(0.5, 0.6)).toBeGreaterThan(towards.warmth(0.02, 0.1));
  });

  it("shows stars once it is dark, and more than stars in no light of day", () => {
    expect(draw({ atMs: midnight }).arcs).toBeGreaterThan(draw({ atMs: dusk - 3_600_000 }).arcs + 300);
  });

  it("writes the compass under the horizon where it lies, and the heights over it", () => {
    const { written } = draw();
    expect(written.get("S")!.x).toBeCloseTo(size.width / 2 - 3.4, 1);
    expect(written.get("190°")!.x).toBeGreaterThan(written.get("S")!.x);
    expect(written.get("170°")!.x).toBeLessThan(written.get("S")!.x);
    expect(written.get("15°")!.y).toBeLessThan(written.get("S")!.y);
    expect(written.get("30°")!.y).toBeLessThan(written.get("15°")!.y);
    // Tilted by 15° the horizon lies tan 15° focal lengths under the middle.
    const focalPx = frame.width / 2 / 0.765;
    expect(written.get("S")!.y - 20).toBeCloseTo(size.height / 2 + focalPx * Math.tan((15 * Math.PI) / 180), 6);
    expect(draw({ pose: { azimuthDeg: 180, tiltDeg: 88, rollDeg: 0 } }).written.has("S")).toBe(false);
  });

  it("marks moon, core and sun in the middle when the camera looks at them", () => {
    const marked = (
      name: RegExp,
      { azimuthDeg, altitudeDeg }: { azimuthDeg: number; altitudeDeg: number },
      atMs: number,
    ) => {
      const { written } = draw({ atMs, pose: { azimuthDeg, tiltDeg: altitudeDeg, rollDeg: 0 } });
      const [, { x, y }] = [...written].find(([text]) => name.test(text))!;
      expect([x - 9, y - 4].map(Math.round)).toEqual([size.width / 2, size.height / 2]);
    };
    marked(/^moon 9\d %/, moonOf(night, midnight), midnight);
    marked(/^galactic centre/, coreOf(night)(midnight), midnight);
    marked(/^sun/, sunOf(night, dusk), dusk);
  });

  it("draws the trail of passing lamps as far as the shutter sees them", () => {
    const lens = GENERIC_PHONE.profile.lenses[0]!;
    const mover = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 };
    const level = { azimuthDeg: 180, tiltDeg: 0, rollDeg: 0 };
    const halfWidth = sensorSizeMm(lens).widthMm / 2 / lens.focalLengthMm;
    const whole = crossingSeconds({ focalLengthMm: 1, sensorWidthMm: 2 * halfWidth }, mover);
    const trail = (spanSeconds: number) => {
      const { strokes, written } = draw({ pose: level, mover, halfWidth, spanSeconds });
      const colour = [...written].find(([text]) => /^(across|as far)/.test(text))![1].colour;
      const points = strokes.find((stroke) => stroke.colour === colour)!.points.map(([x]) => x);
      return { colour, from: Math.min(...points), to: Math.max(...points) };
    };
    const left = (size.width - frame.width) / 2;
    expect(trail(whole / 2).from).toBeCloseTo(left, 6);
    expect(trail(whole / 2).to).toBeCloseTo(size.width / 2, 6);
    expect(trail(2 * whole).to).toBeCloseTo(left + frame.width, 6);
    expect(trail(2 * whole).colour).not.toBe(trail(whole / 2).colour);
  });
});
