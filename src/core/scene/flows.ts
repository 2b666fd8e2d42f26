/** What flows in a picture, by pixel: its light is that of each exposure. */
export const FLOWS = { water: 1, fall: 2 } as const;
