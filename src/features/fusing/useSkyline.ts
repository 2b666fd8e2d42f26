import { skylineRows } from "@/core/align";
import { useShot, useShotCamera } from "@/features/api/queries";
import { useNight } from "@/features/nightPlan/NightContext";

const COLUMNS = 97;

/**
 * Where the site's skyline lies in a picture of a shot, as it was aimed: its height in evenly spaced columns, from 0 at the top to 1. Null where
 * nobody has told the skyline or aimed.
 */
export function useSkyline(
  shotId: string,
  size: { readonly width: number; readonly height: number },
): readonly number[] | null {
  const aim = useShot(shotId).data?.shot.aim ?? null;
  const lens = useShotCamera(shotId)?.lens ?? null;
  const horizon = useNight()?.plan.night.horizon ?? [];
  if (!aim || !lens || horizon.length === 0) return null;
  const focalPx = (lens.focalLengthMm * 1000) / lens.pitchUm / (lens.widthPx / size.width);
  return skylineRows(horizon, aim, size, focalPx, COLUMNS).map((row) => row / size.height);
}
