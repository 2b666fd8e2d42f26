import type { NeutralFilter } from "../light";
import { printDuration } from "./duration";
import type { Focus, Recipe, Sequence, WhiteBalance } from "./recipe";

function printSequence({ frames, shutterSeconds, periodSeconds }: Sequence): string {
  const count = frames === 1 ? "" : `${frames} x `;
  const period = periodSeconds === null ? "" : ` every ${printDuration(periodSeconds)}`;
  return `${count}${printDuration(shutterSeconds)}${period}`;
}

/** Writes a filter in its owner's notation: `nd 8`, `3 stops`, `od 0.9`. */
export function printFilter({ notation, value }: NeutralFilter): string {
  switch (notation) {
    case "factor":
      return `nd ${value}`;
    case "stops":
      return `${value} stops`;
    case "density":
      return `od ${value}`;
    default:
      return notation satisfies never;
  }
}

function printWhiteBalance(balance: WhiteBalance): string {
  return balance.kind === "kelvin" ? `wb ${balance.kelvin}K` : `wb ${balance.kind}`;
}

function printFocus(focus: Focus): string {
  if (focus.kind === "distance") return `focus ${focus.metres}m`;
  return focus.kind === "infinity" ? "focus inf" : "focus lock";
}

/**
 * Writes a recipe as its canonical line, the exact inverse of `parseRecipe`: parsing the line gives the same recipe.
 * An empty recipe is an empty line.
 */
export function printRecipe(recipe: Recipe): string {
  const parts: string[] = [];
  if (recipe.sequence) parts.push(printSequence(recipe.sequence));
  if (recipe.bracketStops !== null) parts.push(`bracket ${recipe.bracketStops} stops`);
  if (recipe.rampStops !== null)
    parts.push(`ramp ${recipe.rampStops.map((stops) => (stops < 0 ? `${stops}` : `+${stops}`)).join(" ")} stops`);
  if (recipe.iso !== null) parts.push(`iso ${recipe.iso}`);
  if (recipe.filters.length > 0) parts.push(recipe.filters.map(printFilter).join(" + "));
  if (recipe.whiteBalance) parts.push(printWhiteBalance(recipe.whiteBalance));
  if (recipe.focus) parts.push(printFocus(recipe.focus));
  if (recipe.delaySeconds !== null) parts.push(`delay ${printDuration(recipe.delaySeconds)}`);
  if (recipe.files !== null) parts.push(recipe.files);
  const settings = parts.join(" | ");
  if (recipe.stack === null) return settings;
  const target = `-> ${recipe.stack}${recipe.align === null ? "" : ` by ${recipe.align}`}`;
  return settings === "" ? target : `${settings} ${target}`;
}
