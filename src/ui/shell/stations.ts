/** The stations in the order people work: what each is called and its one purpose. */
export const STATIONS = [
  { path: "night", name: "Night", purpose: "When to be there: the night's light, and when it suits the picture." },
  { path: "aim", name: "Aim", purpose: "Where to stand and look: what the frame holds, and what moves through it." },
  { path: "expose", name: "Expose", purpose: "Which settings can work, and why: take a recipe, or drag the point." },
  { path: "rehearse", name: "Rehearse", purpose: "The picture before it is taken, at every moment of its run." },
  { path: "run", name: "Run", purpose: "The frames, timed and watched: on a linked phone, or by hand." },
  { path: "sift", name: "Sift", purpose: "The frames, measured: leave out what would spoil the picture." },
  { path: "stack", name: "Stack", purpose: "Many frames become the one that the phone could not take." },
  {
    path: "finish",
    name: "Finish",
    purpose: "From the fused light to the picture: each of its lights raised, held, recoloured.",
  },
  { path: "log", name: "Log", purpose: "What was planned and what came out, for the next time." },
] as const;

/** A station by the last part of its address. */
export type StationPath = (typeof STATIONS)[number]["path"];

/** What leads to a station from outside, where one does not come from the one before. */
export const WAYS_IN: Readonly<Partial<Record<StationPath, string>>> = {
  night: "place and evening",
  expose: "in a hurry",
  rehearse: "from the first page",
  sift: "frames on disk",
};
