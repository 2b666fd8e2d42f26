import { area, curveMonotoneX, line, scaleLinear, scaleTime } from "d3";
import { DateTime } from "luxon";
import type { NightSpan, SkySample, SunEvents } from "@/core/sky";

/** Names of the sun's crossings as they are written on the ribbon and read out. */
export const EVENT_NAMES: Record<keyof SunEvents, string> = {
  sunset: "sunset",
  civilDusk: "blue begins",
  nauticalDusk: "nautical dusk",
  astronomicalDusk: "full dark",
  astronomicalDawn: "dark ends",
  nauticalDawn: "nautical dawn",
  civilDawn: "blue ends",
  sunrise: "sunrise",
};

const EV_SHOWN = [-9, 15] as const;
const HOUR_STEP = 2;

/** Scales and paths of a ribbon of the given size; recomputed only when night or size change. */
export function ribbonGeometry(span: NightSpan, samples: readonly SkySample[], width: number, height: number) {
  const x = scaleTime().domain([span.begin, span.end]).range([0, width]);
  const top = 18;
  const bottom = height - 16;
  const ev = scaleLinear().domain(EV_SHOWN).range([bottom, top]).clamp(true);
  const altitude = scaleLinear().domain([-60, 60]).range([bottom, top]).clamp(true);
  const at = (sample: SkySample) => x(sample.at);
  const evArea = area<SkySample>(at, bottom, (sample) => ev(sample.skyEv)).curve(curveMonotoneX)([...samples]) ?? "";
  const evLine = line<SkySample>(at, (sample) => ev(sample.skyEv)).curve(curveMonotoneX)([...samples]) ?? "";
  const altitudeLine = (value: (sample: SkySample) => number) =>
    line<SkySample>(at, (sample) => altitude(value(sample)))
      .defined((sample) => value(sample) > -0.8)
      .curve(curveMonotoneX)([...samples]) ?? "";
  return {
    x,
    ev,
    top,
    bottom,
    evArea,
    evLine,
    sunLine: altitudeLine((sample) => sample.sunAltitudeDeg),
    /** Height at which the moon line stands for a sample. */
    moonY: (sample: SkySample) => altitude(sample.moonAltitudeDeg),
    moonLine: altitudeLine((sample) => sample.moonAltitudeDeg),
  };
}

/** Full hours of the site's clock inside of a night, every second one. */
export function hourTicks(span: NightSpan, zone: string): { at: Date; label: string }[] {
  const ticks: { at: Date; label: string }[] = [];
  let tick = DateTime.fromJSDate(span.begin, { zone }).startOf("hour").plus({ hours: 1 });
  for (; tick.toMillis() < span.end.getTime(); tick = tick.plus({ hours: 1 })) {
    if (tick.hour % HOUR_STEP === 0) ticks.push({ at: tick.toJSDate(), label: tick.toFormat("HH") });
  }
  return ticks;
}

/** The sample nearest to an instant. */
export function sampleAt(samples: readonly SkySample[], span: NightSpan, at: Date): SkySample | undefined {
  const share = (at.getTime() - span.begin.getTime()) / (span.end.getTime() - span.begin.getTime());
  return samples[Math.round(share * (samples.length - 1))];
}
