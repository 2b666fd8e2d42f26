import { parseDuration } from "@/core/recipe";
import { typedNumber } from "@/core/words";

function parts(text: string): string[] {
  return text.split(/[,;\s]+(?=\S)/).filter((part) => part.trim() !== "");
}

/** Reads numbers set apart by commas or spaces; NaN for what is none. */
export function numbersIn(text: string): number[] {
  return parts(text).map(typedNumber);
}

/** Reads times such as `1/4, 1/2, 2s`, seconds; NaN for what is none. */
export function durationsIn(text: string): number[] {
  return parts(text).map((part) => parseDuration(part) ?? Number.NaN);
}

/** Reads `nominal = delivered` pairs, such as `30 = 29.2`. */
export function measuredShuttersIn(text: string): { nominalSeconds: number; deliveredSeconds: number }[] {
  return text
    .split(/[;\n]/)
    .filter((pair) => pair.trim() !== "")
    .map((pair) => {
      const [nominal, delivered] = pair.split("=").map((part) => parseDuration(part) ?? Number.NaN);
      return { nominalSeconds: nominal ?? Number.NaN, deliveredSeconds: delivered ?? Number.NaN };
    });
}
