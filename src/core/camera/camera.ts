import { type KeptFigures, type OwnFigures, ownFigures } from "../assumed";
import type { Lens } from "../optics";
import { GENERIC_PHONE } from "./genericPhone";
import type { CameraChoice, ClipOn, NamedPhone, PhoneLens, PhoneProfile } from "./phone";

/** A phone with one lens chosen and whatever is clipped on before it: what settings are worked out for. */
export interface Camera extends Omit<PhoneProfile, "lenses"> {
  readonly phone: string;
  /** The lens as it works: focal length with the clip-on's factor, pixels of the chosen size. */
  readonly lens: Lens;
  /** Light that the clip-on takes, stops. */
  readonly lossStops: number;
  readonly vignettingStops: number;
  /** Focal length of the phone's own lens, whatever is clipped on before it. */
  readonly bareFocalLengthMm: number;
  /** Widths in pixels at which it writes, largest first. */
  readonly widthsPx: readonly number[];
  readonly choice: CameraChoice;
  /** What its owner has measured of what is assumed else. */
  readonly figures: OwnFigures;
}

/** A binned pixel is this many pixels wide. */
const BINNING = 2;

/** A lens read pixel by pixel: half the pitch, a quarter of the well and of the dark current, the same read noise. */
function unbinned(lens: Lens): Lens {
  return {
    ...lens,
    widthPx: lens.widthPx * BINNING,
    heightPx: lens.heightPx * BINNING,
    pitchUm: lens.pitchUm / BINNING,
    fullWellElectrons: lens.fullWellElectrons / BINNING ** 2,
    darkElectronsPerSecond: lens.darkElectronsPerSecond / BINNING ** 2,
  };
}

/** A lens whose pixels are read by four: as `unbinned` has it, and back. */
const binned = (lens: Lens): Lens => ({
  ...lens,
  widthPx: lens.widthPx / BINNING,
  heightPx: lens.heightPx / BINNING,
  pitchUm: lens.pitchUm * BINNING,
  fullWellElectrons: lens.fullWellElectrons * BINNING ** 2,
  darkElectronsPerSecond: lens.darkElectronsPerSecond * BINNING ** 2,
});

/** A camera set to read each pixel by itself, or four together, whatever was chosen: four times as many take as much longer to write. */
export function readAs(camera: Camera, fullSize: boolean): Camera {
  if (camera.choice.fullSize === fullSize) return camera;
  const slower = fullSize ? BINNING ** 2 : 1 / BINNING ** 2;
  return {
    ...camera,
    lens: fullSize ? unbinned(camera.lens) : binned(camera.lens),
    writeSeconds: camera.writeSeconds * slower,
    choice: { ...camera.choice, fullSize },
  };
}

function lensOf({ fNumbers, binned, ...lens }: PhoneLens, { fNumber, fullSize }: CameraChoice): Lens {
  const set = { ...lens, fNumber };
  return binned && fullSize ? unbinned(set) : set;
}

/**
 * The camera that a choice names. An afocal clip-on multiplies the focal length and keeps the f-number; what its glass
 * takes is counted apart. What the kit no longer has is replaced: another phone's first lens, its widest f-number, no
 * clip-on; `choice` tells what it came to.
 */
export function chosenCamera(
  kit: { readonly phones: readonly NamedPhone[]; readonly clipOns: readonly ClipOn[]; readonly figures?: KeptFigures },
  wanted: CameraChoice | null,
): Camera {
  const { name, profile } = kit.phones.find((phone) => phone.name === wanted?.phone) ?? kit.phones[0] ?? GENERIC_PHONE;
  const { lenses, ...phone } = profile;
  const phoneLens = lenses.find((lens) => lens.name === wanted?.lens) ?? lenses[0];
  if (!phoneLens) throw new RangeError(`the phone ${name} has no lens; it needs one`);
  const clipOn = kit.clipOns.find((each) => each.name === wanted?.clipOn);
  const choice: CameraChoice = {
    phone: name,
    lens: phoneLens.name,
    fNumber: phoneLens.fNumbers.find((each) => each === wanted?.fNumber) ?? Math.min(...phoneLens.fNumbers),
    fullSize: phoneLens.binned && (wanted?.fullSize ?? false),
    clipOn: clipOn?.name ?? null,
  };
  const bare = lensOf(phoneLens, choice);
  return {
    ...phone,
    phone: name,
    writeSeconds: phone.writeSeconds * (choice.fullSize ? BINNING ** 2 : 1),
    lens: { ...bare, focalLengthMm: bare.focalLengthMm * (clipOn?.focalFactor ?? 1) },
    lossStops: clipOn?.lossStops ?? 0,
    vignettingStops: clipOn?.vignettingStops ?? 0,
    bareFocalLengthMm: bare.focalLengthMm,
    widthsPx: [1, 2, 4].map((part) => Math.round(bare.widthPx / part)),
    choice,
    figures: ownFigures(kit.figures ?? []),
  };
}
