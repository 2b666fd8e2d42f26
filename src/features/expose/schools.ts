import type { Schools } from "@/core/facts";

/** One way to do it, said in two sentences. */
export interface SchoolOption {
  readonly label: string;
  readonly says: string;
  readonly set: Partial<Schools>;
  /** For the size of pictures, which belongs to the camera and not to the schools. */
  readonly fullSize?: boolean;
}

/** A question on which practices disagree. */
export interface School {
  readonly name: string;
  readonly options: readonly SchoolOption[];
}

/** Practices that disagree, as choices. */
export const SCHOOLS: readonly School[] = [
  {
    name: "Brightness",
    options: [
      {
        label: "to the meter",
        says: "The meter's zero: shadows stay clean. Lamps and windows may go white.",
        set: { brightness: "meter" },
      },
      {
        label: "highlights first",
        says: "As far under the meter as the brightest surfaces need, from 0.7 stops to 2, the darkest that still looks good. Windows keep detail, shadows get noisier.",
        set: { brightness: "highlights" },
      },
    ],
  },
  {
    name: "Frames",
    options: [
      {
        label: "one long",
        says: "One exposure where it can be had: no gaps in trails, one file. One bump spoils it.",
        set: { frames: "one" },
      },
      {
        label: "many short",
        says: "Many frames fused: brightness and blur come apart, a bad frame can be left out. It needs a still phone and storage.",
        set: { frames: "many" },
      },
    ],
  },
  {
    name: "Length",
    options: [
      {
        label: "no longer than needed",
        says: "As long as the motion asks for, and no more. Less shake, less waiting, and the next try comes sooner.",
        set: { length: "enough" },
      },
      {
        label: "the longest always",
        says: "The longest that motion and phone allow. Smoother and emptier, but every gust and bump is in it.",
        set: { length: "longest" },
      },
    ],
  },
  {
    name: "Water",
    options: [
      {
        label: "silk",
        says: "Long enough that less than a fifth of the pattern is left. Calm, without a sense of flow.",
        set: { water: "silk" },
      },
      {
        label: "texture",
        says: "A third to two thirds of the pattern stays. Streaks show where the water goes.",
        set: { water: "texture" },
      },
    ],
  },
  {
    name: "Stars",
    options: [
      {
        label: "2 pixels",
        says: "Trailing of two pixels at the aim's declination: judged at full size. It follows your own sensor.",
        set: { stars: "pixels", starFactor: 2 },
      },
      {
        label: "NPF",
        says: "Aperture, pixel pitch and focal length together. Strict; meant for large prints.",
        set: { stars: "npf", starFactor: 1 },
      },
      {
        label: "rule of 500",
        says: "500 over the equivalent focal length. Made for film and small prints; tails show at full size.",
        set: { stars: "rule-500", starFactor: 1 },
      },
    ],
  },
  {
    name: "Shutter angle",
    options: [
      {
        label: "180°",
        says: "Open for half of each frame's time: motion looks natural. It often takes a filter where there is light.",
        set: { shutterAngleDeg: 180 },
      },
      {
        label: "90°",
        says: "A quarter of it: crisp and a little jittery. Good for action, restless for people who walk.",
        set: { shutterAngleDeg: 90 },
      },
      {
        label: "45°",
        says: "An eighth: every frame is sharp and the film stutters. It takes twice the light that a quarter does.",
        set: { shutterAngleDeg: 45 },
      },
      {
        label: "360°",
        says: "Open all the time, for the most light that a frame rate allows. Everything that moves is smeared.",
        set: { shutterAngleDeg: 360 },
      },
    ],
  },
  {
    name: "ISO ceiling",
    options: [
      {
        label: "by noise",
        says: "As high as this sensor's signal-to-noise allows in a mid-tone. It changes with phone and lens.",
        set: { isoCeiling: null },
      },
      {
        label: "800",
        says: "Your own rule: never above 800. Room for stars, with visible grain in shadows.",
        set: { isoCeiling: 800 },
      },
      {
        label: "400",
        says: "Your own rule: never above 400. Darker places then need time or many frames.",
        set: { isoCeiling: 400 },
      },
      {
        label: "100",
        says: "Your own rule: never above 100. The cleanest files, and the longest shutters.",
        set: { isoCeiling: 100 },
      },
    ],
  },
  {
    name: "White balance",
    options: [
      {
        label: "fixed",
        says: "You set the Kelvin, so every frame and every night looks alike. A lower number cools the picture.",
        set: { whiteBalance: "fixed" },
      },
      {
        label: "locked",
        says: "The phone finds it once and keeps it for the run. Quick, but another day it finds something else.",
        set: { whiteBalance: "locked" },
      },
      {
        label: "left to raw",
        says: "Raw files take any balance later, so nothing is decided now. It needs raw, and developing.",
        set: { whiteBalance: "raw", files: "raw+jpeg" },
      },
    ],
  },
  {
    name: "Focus",
    options: [
      {
        label: "automatic, then locked",
        says: "Let it focus on a lamp or an edge, then lock it so that no frame hunts. It fails where nothing is bright.",
        set: { focus: "lock" },
      },
      {
        label: "by distance",
        says: "Set on the scale to the hyperfocal distance of this lens: sharp from half of it to infinity. It needs no light at all.",
        set: { focus: "distance" },
      },
      {
        label: "infinity",
        says: "For stars and far shores. Many scales run past it: check a star at full size.",
        set: { focus: "infinity" },
      },
      {
        label: "in a bright mode first",
        says: "Focus in the ordinary mode where the preview is bright, lock, then come back to manual. Good where manual previews are black; some phones forget the lock.",
        set: { focus: "bright-first" },
      },
    ],
  },
  {
    name: "Files",
    options: [
      {
        label: "JPEG",
        says: "Small, and ready to stack. What is white stays white.",
        set: { files: "jpeg" },
      },
      {
        label: "raw and JPEG",
        says: "Room for colour and highlights later. Six times the storage, and a longer pause after each frame.",
        set: { files: "raw+jpeg" },
      },
    ],
  },
  {
    name: "Metering",
    options: [
      {
        label: "centre",
        says: "The middle counts most: good where the subject is there. A dark frame edge does not mislead it.",
        set: { metering: "centre" },
      },
      {
        label: "matrix",
        says: "The whole picture in zones, extremes left out. Steady, but a black sky makes it brighten the street.",
        set: { metering: "matrix" },
      },
      {
        label: "spot",
        says: "Only what you place in the middle: a lit wall, a window. Exact when you know what should be grey, wrong when you do not.",
        set: { metering: "spot" },
      },
    ],
  },
];

/** The size of pictures, where the lens has two. */
export const SIZE_SCHOOL: School = {
  name: "Picture size",
  options: [
    {
      label: "binned",
      says: "Four small pixels summed to one: cleaner in the dark, a quarter of the file. Stars may move twice as far before it shows.",
      set: {},
      fullSize: false,
    },
    {
      label: "full size",
      says: "Every pixel by itself: the finest detail where there is light. Noise and trailing show sooner, and files are larger.",
      set: {},
      fullSize: true,
    },
  ],
};
