import { DEG_PER_RAD } from "../units";

/**
 * Air on the way to a star, in units of the way straight up: 1 at the zenith, about 38 at the horizon. Below the horizon it stays as
 * it is there.
 *
 * @see Kasten & Young, Applied Optics 28 (1989), 4735-4738.
 */
export function airmass(altitudeDeg: number): number {
  const altitude = Math.max(0, altitudeDeg);
  return 1 / (Math.sin(altitude / DEG_PER_RAD) + 0.50572 * (altitude + 6.07995) ** -1.6364);
}
