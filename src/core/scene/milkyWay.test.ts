import { GENERIC_MAIN_LENS } from "../optics";
import { sceneNamed, viewOf } from ".";
import { addMilkyWay } from "./milkyWay";

const marsh = sceneNamed("salt-marsh")!;
/** Mean light that the Milky Way adds to a picture that looks straight up from a latitude at a sidereal time. */
const overhead = (latitudeDeg: number, siderealHours: number): number => {
  const camera = { ...marsh.camera, tiltDeg: 89 };
  const view = viewOf({ ...marsh, camera }, GENERIC_MAIN_LENS, 80);
  const light = new Float32Array(3 * view.width * view.height);
  const depth = new Float32Array(view.width * view.height).fill(Number.POSITIVE_INFINITY);
  const stars = { latitudeDeg, azimuthDeg: 0, siderealHours, atMs: Date.UTC(2026, 6, 1) };
  addMilkyWay(stars, view, 0, 0, view.height, depth, light);
  const [row, column] = [view.height >> 1, view.width >> 1];
  return light[3 * (row * view.width + column) + 1]!;
};

describe("the Milky Way", () => {
  it("is brightest towards its centre, and is not at its pole", () => {
    // Centre: right ascension 17 h 46 min, declination -29°; north pole: 12 h 51 min, +27°.
    const centre = overhead(-29, 17.76);
    expect(centre).toBeGreaterThan(1e-4);
    expect(overhead(27.1, 12.86)).toBe(0);
    // Towards Cygnus it is bright, towards Auriga, away from the centre, less so.
    const cygnus = overhead(40, 20.4);
    const auriga = overhead(33, 5.5);
    expect(cygnus).toBeGreaterThan(auriga);
    expect(auriga).toBeGreaterThan(0);
  });

  it("is not before what stands", () => {
    const view = viewOf(marsh, GENERIC_MAIN_LENS, 40);
    const light = new Float32Array(3 * view.width * view.height);
    addMilkyWay(marsh.stars!, view, 0, 0, view.height, new Float32Array(view.width * view.height).fill(9), light);
    expect(light.every((value) => value === 0)).toBe(true);
  });
});
