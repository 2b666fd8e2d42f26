/** Degrees in one radian. */
export const DEG_PER_RAD = 180 / Math.PI;

/** Milliseconds in one second, for instants kept as epoch milliseconds. */
export const MS_PER_SECOND = 1000;

/** Seconds in one hour. */
export const SECONDS_PER_HOUR = 3600;

/** Length of a day in milliseconds. */
export const MS_PER_HOUR = 3_600_000;
export const MS_PER_DAY = 86_400_000;

/** Joins two things a person reads as one, such as a number and its unit: U+202F, narrow no-break space. */
export const THIN_SPACE = "\u202f";
