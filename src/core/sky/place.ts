/** A place on the Earth, WGS 84, at sea level; longitude positive to the east. */
export interface Coordinates {
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
}

/** Apparent topocentric place without refraction; azimuth from north through east, 0 to 360. */
export interface HorizontalPosition {
  readonly altitudeDeg: number;
  readonly azimuthDeg: number;
}

/** A night from local mean solar noon on its date to the next. */
export interface NightSpan {
  readonly begin: Date;
  readonly end: Date;
}
