"use client";

import { Box } from "@chakra-ui/react";
import type { Lens } from "@/core/optics";
import { blurDiscMm, depthOfField, hyperfocalMetres } from "@/core/optics";
import { FocusScale } from "./FocusScale";

interface FocusReasonsProps {
  readonly lens: Lens;
  /** Infinity where the focus is there. */
  readonly focusMetres: number;
  readonly onFocus: (metres: number) => void;
}

const SHARP_PX = 2;

/** What will be sharp, and how large lamps far behind become. */
export function FocusReasons({ lens, focusMetres, onFocus }: FocusReasonsProps) {
  const { focalLengthMm, fNumber, pitchUm } = lens;
  const setting = { focalLengthMm, fNumber, circleOfConfusionMm: (SHARP_PX * pitchUm) / 1000 };
  const hyperfocal = hyperfocalMetres(setting);
  const near = Number.isFinite(focusMetres);
  const sharp = near
    ? depthOfField(setting, focusMetres)
    : { nearMetres: hyperfocal, farMetres: Number.POSITIVE_INFINITY };
  const discPx = near ? (blurDiscMm(setting, focusMetres, Number.POSITIVE_INFINITY) * 1000) / pitchUm : 0;
  return (
    <Box>
      <Box as="h3" fontSize="note" fontWeight={620} pt="10px" pb="4px">
        Focus
      </Box>
      <FocusScale focusMetres={focusMetres} {...sharp} hyperfocalMetres={hyperfocal} onFocus={onFocus} />
      <Box fontSize="note" color="ash">
        {`Sharp from ${sharp.nearMetres.toFixed(1)} m ${Number.isFinite(sharp.farMetres) ? `to ${sharp.farMetres.toFixed(1)} m` : "to infinity"}, to ${SHARP_PX} pixels. Far lamps become discs of ${discPx.toFixed(1)} pixels.`}
      </Box>
    </Box>
  );
}
