import type { Point3, Scene, Surface } from "./scene";

const flip = ([x, y, z]: Point3): Point3 => [-x, y, z];

function flipSurface(surface: Surface): Surface {
  switch (surface.kind) {
    case "strip":
      return { ...surface, through: flip(surface.through), headingDeg: -surface.headingDeg };
    case "wall":
    case "fall":
      return { ...surface, from: flip(surface.from), headingDeg: -surface.headingDeg };
    case "ridge":
      return { ...surface, profile: surface.profile.map(([x, height]) => [-x, height] as const).reverse() };
    case "water":
      return surface;
    case "block":
    case "dial":
      return { ...surface, at: flip(surface.at), headingDeg: -surface.headingDeg };
    case "board":
      return { ...surface, at: flip(surface.at), headingDeg: -surface.headingDeg, turnDeg: -surface.turnDeg };
    case "frustum":
    case "ellipsoid":
      return { ...surface, at: flip(surface.at) };
    default:
      return surface satisfies never;
  }
}

/** A place seen in a mirror, left for right: what comes towards the camera there goes away from it here. */
export function mirroredScene(scene: Scene): Scene {
  const { camera, lane } = scene;
  return {
    ...scene,
    camera: { ...camera, at: flip(camera.at), headingDeg: -camera.headingDeg },
    surfaces: scene.surfaces.map(flipSurface),
    lamps: scene.lamps.map((lamp) => ({
      ...lamp,
      at: flip(lamp.at),
      ...(lamp.beam ? { beam: { ...lamp.beam, headingDeg: -lamp.beam.headingDeg } } : {}),
    })),
    traffic: scene.traffic.map((each) => ({ ...each, path: each.path.map(flip) })),
    lane: lane && {
      ...lane,
      through: flip(lane.through),
      headingDeg: lane.headingDeg === 90 ? 90 : lane.headingDeg === 0 ? 180 : 0,
    },
    walks: scene.walks.map(({ from, to }) => ({ from: flip(from), to: flip(to) })),
  };
}
