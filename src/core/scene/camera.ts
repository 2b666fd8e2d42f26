import type { Lens } from "../optics";
import { DEG_PER_RAD } from "../units";
import type { Point3, Scene } from "./scene";

/** A pinhole camera at (0, height, 0) that looks along +z, tilted up, rendering to a picture of `width` pixels. */
export interface View {
  readonly width: number;
  readonly height: number;
  /** Focal length in output pixels. */
  readonly focalPx: number;
  /** Edge of an output pixel on the sensor, micrometres. */
  readonly pitchUm: number;
  readonly heightMetres: number;
  readonly sinTilt: number;
  readonly cosTilt: number;
}

/** Where a point falls in the picture, and how far along the optical axis it lies. */
export interface Projected {
  readonly x: number;
  readonly y: number;
  readonly depthMetres: number;
}

/** Sets up the view of a scene through a lens at an output width; the height follows from the sensor's aspect. */
export function viewOf(scene: Scene, lens: Lens, width: number): View {
  const pitchUm = (lens.pitchUm * lens.widthPx) / width;
  return {
    width,
    height: Math.round((lens.heightPx * width) / lens.widthPx),
    focalPx: (lens.focalLengthMm * 1000) / pitchUm,
    pitchUm,
    heightMetres: scene.cameraHeightMetres,
    sinTilt: Math.sin(scene.cameraTiltDeg / DEG_PER_RAD),
    cosTilt: Math.cos(scene.cameraTiltDeg / DEG_PER_RAD),
  };
}

/** Projects a point; null when it lies behind the camera or closer than 10 cm. */
export function project(view: View, [x, y, z]: Point3): Projected | null {
  const up = y - view.heightMetres;
  const depthMetres = z * view.cosTilt + up * view.sinTilt;
  if (depthMetres < 0.1) return null;
  const across = up * view.cosTilt - z * view.sinTilt;
  return {
    x: view.width / 2 + (view.focalPx * x) / depthMetres,
    y: view.height / 2 - (view.focalPx * across) / depthMetres,
    depthMetres,
  };
}
