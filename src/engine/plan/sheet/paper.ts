import { join } from "node:path";
import type PDFDocument from "pdfkit";
import { applicationFolder } from "../../folders";

// A sheet for the dark: large type, black on white, so that it can be read in red light and printed without colour. Lines are
// thick, nothing is grey.

export type Sheet = InstanceType<typeof PDFDocument>;

export const MARGIN = 42;
/** A4 in points. */
export const PAGE = { width: 595.28, height: 841.89 };
export const WIDTH = PAGE.width - 2 * MARGIN;
export const RULE = 2;

/** A part of a page, points. */
export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The bundled typeface has no narrow no-break space and no minus sign of its own; plain ones read the same. */
export const plain = (text: string): string => text.replaceAll("\u202f", "\u00a0");

export function fontFile(weight: 400 | 700): string {
  return join(applicationFolder(), `node_modules/@fontsource/archivo/files/archivo-latin-${weight}-normal.woff`);
}

/** Writes over the whole width, on a new page where there is no room. */
export function write(doc: Sheet, text: string, size: number, bold = false, gap = 4): void {
  doc.font(bold ? "bold" : "text").fontSize(size);
  const height = doc.heightOfString(plain(text), { width: WIDTH });
  if (doc.y + height > PAGE.height - MARGIN) doc.addPage();
  doc.text(plain(text), MARGIN, doc.y, { width: WIDTH }).y += gap;
}

/** Writes a short text at a place, and leaves the page's own line where it was. */
export function label(doc: Sheet, text: string, x: number, y: number, size = 9, bold = false): void {
  const { x: ownX, y: ownY } = doc;
  doc
    .font(bold ? "bold" : "text")
    .fontSize(size)
    .text(plain(text), x, y, { lineBreak: false });
  doc.x = ownX;
  doc.y = ownY;
}

export function rule(doc: Sheet): void {
  doc
    .moveTo(MARGIN, doc.y)
    .lineTo(MARGIN + WIDTH, doc.y)
    .lineWidth(RULE)
    .stroke("#000");
  doc.y += 9;
}

/** Draws a line through points; null breaks it. */
export function polyline(doc: Sheet, points: readonly (readonly [number, number] | null)[], width: number): void {
  let isOn = false;
  for (const point of points) {
    if (point === null) isOn = false;
    else if (isOn) doc.lineTo(...point);
    else {
      doc.moveTo(...point);
      isOn = true;
    }
  }
  doc.lineWidth(width).stroke("#000");
}
