/** Writes a number's text with a real minus sign. */
export function minus(text: string): string {
  return text.replace("-", "\u2212");
}

/** Writes a number with a real minus sign and so many digits after the point; nothing has no sign. */
export function plain(value: number, digits = 1): string {
  const text = value.toFixed(digits);
  return Number(text) === 0 ? (0).toFixed(digits) : minus(text);
}

/** Writes stops, degrees and other signed quantities with their sign: `+1.3`, `−0.7`, `0.0`. */
export function signed(value: number, digits = 1): string {
  const text = plain(value, digits);
  return Number(value.toFixed(digits)) > 0 ? `+${text}` : text;
}

/** Writes how many there are of something: `1 phone`, `3 phones`. */
export function counted(count: number, thing: string): string {
  return `${count} ${thing}${count === 1 ? "" : "s"}`;
}

/** Reads a number as people write it, with a comma or a real minus sign; NaN for anything else. */
export function typedNumber(text: string): number {
  return text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".").replace("\u2212", "-"));
}
