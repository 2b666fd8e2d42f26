/** A stretch of the line, right or wrong. */
export interface TextSpan {
  readonly start: number;
  readonly text: string;
  readonly wrong: boolean;
}

/** Cuts a line into right and wrong stretches; where something is missing, a space after the end stands for it. */
export function underlined(
  text: string,
  problems: readonly { readonly start: number; readonly end: number }[],
): TextSpan[] {
  const stretches: TextSpan[] = [];
  let at = 0;
  for (const { start, end } of problems) {
    const from = Math.max(at, start);
    if (from > at) stretches.push({ start: at, text: text.slice(at, from), wrong: false });
    if (end > from) stretches.push({ start: from, text: text.slice(from, end), wrong: true });
    at = Math.max(from, end);
  }
  if (at < text.length) stretches.push({ start: at, text: text.slice(at), wrong: false });
  if (problems.some(({ end }) => end >= text.length && text.slice(-1) !== ""))
    stretches.push({ start: text.length, text: " ", wrong: true });
  return stretches;
}
