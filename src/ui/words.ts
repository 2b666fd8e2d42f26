/** Writes a number's text with a real minus sign. */
export function minus(text: string): string {
  return text.replace("-", "\u2212");
}

/** Writes stops, degrees and other signed quantities with their sign: `+1.3`, `−0.7`, `0.0`. */
export function signed(value: number, digits = 1): string {
  const text = value.toFixed(digits);
  if (Number(text) === 0) return (0).toFixed(digits);
  return value > 0 ? `+${text}` : minus(text);
}

/** Writes how many there are of something: `1 phone`, `3 phones`. */
export function counted(count: number, thing: string): string {
  return `${count} ${thing}${count === 1 ? "" : "s"}`;
}
