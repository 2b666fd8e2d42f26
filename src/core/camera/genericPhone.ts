import { GENERIC_MAIN_LENS, GENERIC_TELE_LENS, GENERIC_ULTRA_WIDE_LENS, type Lens } from "../optics";
import type { NamedPhone, PhoneLens } from "./phone";

const SHORT_SHUTTERS = [12_000, 8000, 4000, 2000, 1000, 500, 250, 125, 60, 50, 40, 30, 25, 20, 15, 13, 10, 8, 6, 5, 4];
const LONG_SHUTTERS = [0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.3, 1.6, 2, 2.5, 3, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30];
const ISOS = [50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200];

function phoneLens({ fNumber, ...lens }: Lens, binned: boolean): PhoneLens {
  return { ...lens, fNumbers: [fNumber], binned };
}

/** Lenses to start from where nothing was measured. */
export const GENERIC_LENSES: readonly PhoneLens[] = [
  phoneLens(GENERIC_MAIN_LENS, true),
  phoneLens(GENERIC_ULTRA_WIDE_LENS, false),
  phoneLens(GENERIC_TELE_LENS, false),
];

/** The phone at hand where the kit has none: generic cameras, and 29.2 s where it says 30. */
export const GENERIC_PHONE: NamedPhone = {
  name: "Pocket A",
  profile: {
    lenses: GENERIC_LENSES,
    shutterLadder: [...SHORT_SHUTTERS.map((part) => 1 / part), ...LONG_SHUTTERS],
    isoLadder: ISOS,
    measuredShutters: [{ nominalSeconds: 30, deliveredSeconds: 29.2 }],
    writeSeconds: 0.35,
    delaysSeconds: [0, 2, 5, 10],
    shutterLagSeconds: 0.12,
  },
};
