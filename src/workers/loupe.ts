/** A part of the picture that is looked at closely, pixels. */
export const LOUPE_PX = [360, 270] as const;
