import type { Lens } from "../optics";
import { DEG_PER_RAD } from "../units";
import type { Point3, Scene } from "./scene";

/** A pinhole camera in a scene, rendering to a picture of `width` pixels. */
export interface View {
  readonly width: number;
  readonly height: number;
  /** Where the optical axis meets the picture; its middle, unless it is a part of a larger one. */
  readonly centreX: number;
  readonly centreY: number;
  /** Focal length in output pixels. */
  readonly focalPx: number;
  /** Edge of an output pixel on the sensor, micrometres. */
  readonly pitchUm: number;
  /** What the lens is focused at, metres; null where everything is sharp. And the disc of a point at infinity, pixels. */
  readonly focusMetres: number | null;
  readonly farDiscPx: number;
  readonly at: Point3;
  readonly sinTilt: number;
  readonly cosTilt: number;
  /** Of the heading, clockwise from the scene's z axis. */
  readonly sinHeading: number;
  readonly cosHeading: number;
}

/** Where a point falls in the picture, and how far along the optical axis it lies. */
export interface Projected {
  readonly x: number;
  readonly y: number;
  readonly depthMetres: number;
}

/** Diameter on the sensor of the disc of a point at infinity, millimetres: f² / (N·(s − f)). */
function farDiscMm({ focalLengthMm, fNumber }: Lens, focusMetres: number): number {
  return focalLengthMm ** 2 / (fNumber * (1000 * focusMetres - focalLengthMm));
}

/** Sets up the view of a camera through a lens at an output width; the height follows from the sensor's aspect. */
export function viewOf(
  { camera, focusMetres }: Pick<Scene, "camera" | "focusMetres">,
  lens: Lens,
  width: number,
): View {
  const pitchUm = (lens.pitchUm * lens.widthPx) / width;
  const height = Math.round((lens.heightPx * width) / lens.widthPx);
  return {
    width,
    height,
    centreX: width / 2,
    centreY: height / 2,
    focalPx: (lens.focalLengthMm * 1000) / pitchUm,
    pitchUm,
    focusMetres,
    farDiscPx: focusMetres === null ? 0 : farDiscMm(lens, focusMetres) / (pitchUm / 1000),
    at: camera.at,
    sinTilt: Math.sin(camera.tiltDeg / DEG_PER_RAD),
    cosTilt: Math.cos(camera.tiltDeg / DEG_PER_RAD),
    sinHeading: Math.sin(camera.headingDeg / DEG_PER_RAD),
    cosHeading: Math.cos(camera.headingDeg / DEG_PER_RAD),
  };
}

/** A part of a view, by its upper left corner and size in pixels. */
export const partOf = (view: View, left: number, top: number, width: number, height: number): View => ({
  ...view,
  width,
  height,
  centreX: view.centreX - left,
  centreY: view.centreY - top,
});

/** A point of the scene as the camera stands to it: to the right, up and ahead of the lens, before its tilt. */
export function fromCamera({ at, sinHeading, cosHeading }: View, [x, y, z]: Point3): Point3 {
  const east = x - at[0];
  const north = z - at[2];
  return [east * cosHeading - north * sinHeading, y - at[1], east * sinHeading + north * cosHeading];
}

/** Projects a place beside the camera (see `fromCamera`); null when it lies behind it or closer than 10 cm. */
export function projectFromCamera(view: View, [right, up, ahead]: Point3): Projected | null {
  const depthMetres = ahead * view.cosTilt + up * view.sinTilt;
  if (depthMetres < 0.1) return null;
  const across = up * view.cosTilt - ahead * view.sinTilt;
  return {
    x: view.centreX + (view.focalPx * right) / depthMetres,
    y: view.centreY - (view.focalPx * across) / depthMetres,
    depthMetres,
  };
}

/** Projects a point of the scene; null when it lies behind the camera or closer than 10 cm. */
export const project = (view: View, point: Point3): Projected | null =>
  projectFromCamera(view, fromCamera(view, point));

/** Direction of a place of the picture in the scene, not of unit length: its depth along the optical axis is 1. */
export function directionAt(view: View, x: number, y: number, out: Float64Array): void {
  const right = (x - view.centreX) / view.focalPx;
  const across = (view.centreY - y) / view.focalPx;
  const ahead = view.cosTilt - across * view.sinTilt;
  out[0] = right * view.cosHeading + ahead * view.sinHeading;
  out[1] = across * view.cosTilt + view.sinTilt;
  out[2] = ahead * view.cosHeading - right * view.sinHeading;
}
