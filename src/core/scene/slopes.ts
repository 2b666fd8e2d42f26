/** Slopes along the view at which mirrored light is known, in units of their root mean square. */
export const SLOPES = [-2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25] as const;
/** How many slopes of the water's waves are looked at. */
export const COUNT = SLOPES.length;
/** Between two of them, in units of their root mean square. */
export const STEP = SLOPES[1] - SLOPES[0];
/** How often water stands at them: a normal distribution shared between neighbours. */
export const USUAL = (() => {
  const weights = SLOPES.map(() => 0);
  for (let s = -3; s <= 3; s += 0.01) {
    const at = Math.max(0, Math.min(COUNT - 1.001, (s - SLOPES[0]) / STEP));
    const i = Math.floor(at);
    const density = Math.exp(-(s * s) / 2);
    weights[i] = weights[i]! + density * (1 - at + i);
    weights[i + 1] = weights[i + 1]! + density * (at - i);
  }
  const sum = weights.reduce((whole, weight) => whole + weight, 0);
  return weights.map((weight) => weight / sum);
})();
