import { create } from "qrcode";

/** Draws one black module of a code, a square. */
export type DrawModule = (x: number, y: number, size: number) => void;

/** Around a code nothing may be printed for so many of its modules. @see ISO/IEC 18004, quiet zone */
const QUIET_MODULES = 4;

/**
 * Draws a text as a QR code that any phone reads as text, within a square.
 *
 * @param sizePt Side of the square, its quiet zone within it.
 */
export function drawQr(text: string, x: number, y: number, sizePt: number, module: DrawModule): void {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const size = sizePt / (modules.size + 2 * QUIET_MODULES);
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) module(x + (QUIET_MODULES + column) * size, y + (QUIET_MODULES + row) * size, size);
}
