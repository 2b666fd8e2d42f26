import { blendFrame, createFusion, fusedPicture, weighFrame } from "../exposureFusion";
import type { FusedSize, LineFusingMethod } from "../method";
import { smallTogether } from "../small";

/** Weighs all frames, then, seen again, blends them. */
function begin({ width, height }: FusedSize) {
  const fusion = createFusion(width, height);
  return {
    take: (pass: number, frame: Uint16Array) => (pass === 0 ? weighFrame : blendFrame)(fusion, frame),
    picture: () => fusedPicture(fusion),
    kept: [fusion.weightSum, ...fusion.blended.flatMap((levels) => levels.map(({ data }) => data))],
  };
}

/** Frames of a bracket, each taken from where it is best exposed. */
export const fuse = {
  id: "fuse",
  words: {
    name: "Bracket fusion",
    gives: "Lamps and shadows",
    does: "Frames of different brightness, each taken from where it is best exposed: lamps and shadows in one picture.",
    resultOf: "Fused from",
  },
  options: [],
  shows: "part",
  frames: "bracket",
  law: {
    crossedOnce: (_, crossed) => crossed,
    keepsMotion: false,
    isLongExposure: false,
    averagesGround: false,
    noiseShare: () => 1,
    liftByNoise: () => 0,
    stars: "run-on",
    people: () => "ghosts",
    tells: "nothing",
  },
  whole: {
    kind: "passed",
    // A fusion holds four planes of single precision and their pyramids: some 30 bytes a pixel.
    mostPixels: 80_000_000,
    passes: 2,
    // Weights, and three pyramids of a third more than their finest level each, in single precision.
    keptBytesPerPixel: 20,
    begin,
  },
  small: (size) =>
    smallTogether((frames) => {
      const { take, picture } = begin(size);
      for (const pass of [0, 1]) for (const frame of frames) take(pass, frame);
      return picture();
    }),
} as const satisfies LineFusingMethod;
