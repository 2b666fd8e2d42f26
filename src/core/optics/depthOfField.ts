/** What fixes depth of field; lengths in metres except where named. */
export interface FocusSetting {
  readonly focalLengthMm: number;
  readonly fNumber: number;
  /** Largest blur disc that counts as sharp, millimetres. */
  readonly circleOfConfusionMm: number;
}

/** Focus distance from which everything to infinity is sharp, metres: f²/(N·c) + f. */
export function hyperfocalMetres({ focalLengthMm, fNumber, circleOfConfusionMm }: FocusSetting): number {
  return (focalLengthMm ** 2 / (fNumber * circleOfConfusionMm) + focalLengthMm) / 1000;
}

/**
 * Nearest and farthest sharp distance, metres, focused at `focusMetres`; `Infinity` from the hyperfocal distance on.
 *
 * @throws RangeError when the focus is inside of the focal length.
 */
export function depthOfField(setting: FocusSetting, focusMetres: number): { nearMetres: number; farMetres: number } {
  const focal = setting.focalLengthMm / 1000;
  if (!(focusMetres > focal)) throw new RangeError(`focus must be beyond ${focal} m, got ${focusMetres}`);
  const hyperfocal = hyperfocalMetres(setting);
  const reach = focusMetres * (hyperfocal - focal);
  return {
    nearMetres: reach / (hyperfocal + focusMetres - 2 * focal),
    farMetres: focusMetres >= hyperfocal ? Number.POSITIVE_INFINITY : reach / (hyperfocal - focusMetres),
  };
}

/** Diameter on the sensor of the blur disc of a point at `pointMetres` (may be infinite), millimetres: f²·|D-s|/(N·D·(s-f)). */
export function blurDiscMm({ focalLengthMm, fNumber }: FocusSetting, focusMetres: number, pointMetres: number): number {
  const away = Number.isFinite(pointMetres) ? Math.abs(pointMetres - focusMetres) / pointMetres : 1;
  return (focalLengthMm ** 2 * away) / (fNumber * (focusMetres * 1000 - focalLengthMm));
}
