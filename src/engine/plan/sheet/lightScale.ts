import type { ShotLights } from "@/core/solve";
import { plain } from "@/core/words";
import { label, MARGIN, RULE, type Sheet, WIDTH } from "./paper";

/** From deep shadow to what is far over white, stops. */
const SHOWN = { least: -13, most: 3 } as const;
const BAR_PT = 22;
const NAMES_PT = 13;
const BRACKET_PT = 7;
const MARK_PT = 5;
const NAME_SIZE = 10;
/** Width of a letter of that size, and the room between two names, points. */
const [LETTER_PT, GAP_PT] = [5.2, 7];

const x = (stops: number): number =>
  MARGIN + (WIDTH * (Math.max(SHOWN.least, Math.min(SHOWN.most, stops)) - SHOWN.least)) / (SHOWN.most - SHOWN.least);

/** Draws where the lights of a shot's scene will lie between noise and white, with what is asked of each. */
export function drawLightScale(doc: Sheet, { scale, nameOf }: ShotLights): void {
  const top = doc.y + 2 * NAMES_PT;
  const bottom = top + BAR_PT;
  doc
    .lineWidth(RULE)
    .moveTo(MARGIN, bottom)
    .lineTo(MARGIN + WIDTH, bottom)
    .stroke("#000");
  // Under the noise: hatched, for nothing on the sheet is grey.
  doc.save();
  doc.rect(MARGIN, top, x(-scale.noiseFloor) - MARGIN, BAR_PT).clip();
  for (let at = MARGIN - BAR_PT; at < x(-scale.noiseFloor); at += 6)
    doc
      .moveTo(at, bottom)
      .lineTo(at + BAR_PT, top)
      .lineWidth(0.7)
      .stroke("#000");
  doc.restore();
  doc
    .lineWidth(RULE)
    .moveTo(x(0), top - 4)
    .lineTo(x(0), bottom)
    .stroke("#000");
  label(doc, "white", x(0) + 4, top + 5, NAME_SIZE);
  label(doc, "noise", MARGIN + 2, top - NAMES_PT - 1, NAME_SIZE);
  let free = MARGIN;
  const lights = [...scale.lights].sort((a, b) => b.underWhite - a.underWhite);
  for (const [index, { of, underWhite, asked, missStops }] of lights.entries()) {
    const at = x(-underWhite);
    doc.rect(at - MARK_PT / 2, top, MARK_PT, BAR_PT).fill("#000");
    const name = missStops === 0 ? nameOf(of) : `${nameOf(of)}, ${plain(Math.abs(missStops))} off`;
    const width = name.length * LETTER_PT;
    // Names in two rows, none over another.
    const begins = Math.min(MARGIN + WIDTH - width, Math.max(free, at - width / 2));
    label(doc, name, begins, top - NAMES_PT * (index % 2 === 0 ? 1 : 2) - 1, NAME_SIZE, missStops !== 0);
    if (index % 2 === 1) free = begins + width / 2 + GAP_PT;
    if (asked === null) continue;
    const [from, to] = [x(-asked.darkest), x(-asked.brightest)];
    const y = bottom + BRACKET_PT;
    doc.lineWidth(1.2).moveTo(from, y).lineTo(to, y);
    // Where nothing bounds it, it goes on past the scale.
    if (Number.isFinite(asked.darkest)) doc.moveTo(from, y).lineTo(from, y - 4);
    if (Number.isFinite(asked.brightest)) doc.moveTo(to, y).lineTo(to, y - 4);
    doc.stroke("#000");
  }
  doc.x = MARGIN;
  doc.y = bottom + BRACKET_PT + 9;
}
