import type { Need } from "./intent";

/** What moves across the frame. */
export const NEEDS_MOVER: Need = {
  missing: ({ mover }) => mover === null,
  ask: "Say what passes: how far off, how fast and in what direction it moves.",
};

/** Lamps that it carries. */
export const NEEDS_LAMPS: Need = {
  missing: ({ lamps }) => lamps.length === 0,
  ask: "Say which lamps draw the trails: headlamps, tail lamps, lit windows, a cycle's or one in the hand.",
};

/** Without a kind of water there is no pattern to smooth. */
export const NEEDS_WATER: Need = {
  missing: ({ water }) => water === null,
  ask: "Say what water it is: rapids or falls, small waves, or swell.",
};

/** Without people there is nothing to empty. */
export const NEEDS_CROWD: Need = {
  missing: ({ crowd }) => crowd === null,
  ask: "Say how many people pass: the share of the ground that they cover, and how long one stays on a spot.",
};

/** Without the sky's light no star can be judged. */
export const NEEDS_SKY: Need = {
  missing: ({ skyEv }) => skyEv === null,
  ask: "Say how bright the sky is: give the shot a site and a time, or type the sky's EV.",
};

/** Discs come from two distances. */
export const NEEDS_DISTANCES: Need = {
  missing: ({ subjectM, backgroundM }) => subjectM === null || backgroundM === null,
  ask: "Say how far off the subject is, and how far the lamps behind it.",
};
