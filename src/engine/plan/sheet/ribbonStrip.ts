import { scaleLinear, scaleTime } from "d3";
import type { NightPlan } from "@/core/night";
import { type Frame, label, polyline, type Sheet } from "./paper";

/** So much of the night stands to either side of a shot. */
const AROUND_MS = 60 * 60_000;
const STEP_MS = 2 * 60_000;
/** Light of the strip, EV: from a dark sky to the end of the day. */
const [DARK_EV, BRIGHT_EV] = [-8, 10];
const AXIS_PT = 14;
const TICK_EVERY_MS = 30 * 60_000;

/** The night around a shot: the sky's light as it falls, the lamps', and the shot as a block, with its hours. */
export function drawRibbonStrip(
  doc: Sheet,
  { x, y, width, height }: Frame,
  plan: NightPlan,
  shot: { readonly begins: Date; readonly ends: Date },
  clock: (at: Date) => string,
): void {
  const from = shot.begins.getTime() - AROUND_MS;
  const to = shot.ends.getTime() + AROUND_MS;
  const { begin, end } = plan.night.span;
  const across = scaleTime()
    .domain([from, to])
    .range([x, x + width]);
  const up = scaleLinear()
    .domain([DARK_EV, BRIGHT_EV])
    .range([y + height - AXIS_PT, y])
    .clamp(true);
  doc
    .rect(x, y, width, height - AXIS_PT)
    .lineWidth(1)
    .stroke("#000");
  const light: (readonly [number, number])[] = [];
  for (let at = Math.max(from, begin.getTime()); at <= Math.min(to, end.getTime()); at += STEP_MS)
    light.push([across(at), up(plan.momentAt(at).skyEv)]);
  polyline(doc, light, 2);
  const lamps = up(plan.site.lampEv);
  doc
    .moveTo(x, lamps)
    .lineTo(x + width, lamps)
    .lineWidth(1)
    .dash(4, { space: 3 })
    .stroke("#000")
    .undash();
  label(doc, `lamps EV ${plan.site.lampEv}`, x + 4, lamps - 11);
  const [first] = light;
  if (first) label(doc, "sky", first[0] + 4, Math.min(first[1] + 3, y + height - AXIS_PT - 11), 9, true);
  const left = across(shot.begins);
  doc
    .rect(left, y, Math.max(2, across(shot.ends) - left), height - AXIS_PT)
    .lineWidth(2.5)
    .stroke("#000");
  for (let at = Math.ceil(from / TICK_EVERY_MS) * TICK_EVERY_MS; at < to; at += TICK_EVERY_MS) {
    const place = across(at);
    doc
      .moveTo(place, y + height - AXIS_PT)
      .lineTo(place, y + height - AXIS_PT + 3)
      .lineWidth(1)
      .stroke("#000");
    if (place > x + 12 && place < x + width - 14) label(doc, clock(new Date(at)), place - 12, y + height - AXIS_PT + 4);
  }
}
