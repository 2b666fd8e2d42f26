/** A point of a picture, pixels from the left and the top; a pixel's middle lies at whole numbers. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Size of the pictures that are laid over each other, pixels. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
}

/**
 * Where the points of one picture lie in another of the same size: a homography of the two without their lens's distortion.
 * Coordinates are taken from the middle of the picture, in halves of its diagonal.
 */
export interface Placement {
  /** Row by row; the last is 1. */
  readonly matrix: readonly number[];
  /** First radial coefficient of the lens: a point at r lies at r (1 + k r²). @see Brown (1966), Decentering distortion of lenses */
  readonly distortion: number;
}

/** A picture lies on itself. */
export const AT_HOME: Placement = { matrix: [1, 0, 0, 0, 1, 0, 0, 0, 1], distortion: 0 };

/** Half of the diagonal, and the middle. */
const frameOf = ({ width, height }: PictureSize) => ({
  half: Math.hypot(width, height) / 2,
  cx: (width - 1) / 2,
  cy: (height - 1) / 2,
});

/** From pixels to coordinates from the middle, in halves of the diagonal. */
export function fromPixels(size: PictureSize, { x, y }: Point): Point {
  const { half, cx, cy } = frameOf(size);
  return { x: (x - cx) / half, y: (y - cy) / half };
}

/** Back to pixels. */
export function toPixels(size: PictureSize, { x, y }: Point): Point {
  const { half, cx, cy } = frameOf(size);
  return { x: x * half + cx, y: y * half + cy };
}

/** Where a lens puts a point that it would see at `point` without distortion. */
export function distorted({ x, y }: Point, k: number): Point {
  const factor = 1 + k * (x * x + y * y);
  return { x: x * factor, y: y * factor };
}

const NEWTON_STEPS = 6;

/** Where a point lies without the lens's distortion, by Newton's steps on its radius. */
export function undistorted({ x, y }: Point, k: number): Point {
  if (k === 0) return { x, y };
  const seen = Math.hypot(x, y);
  let r = seen;
  for (let step = 0; step < NEWTON_STEPS; step++) r -= (r * (1 + k * r * r) - seen) / (1 + 3 * k * r * r);
  const factor = seen === 0 ? 1 : r / seen;
  return { x: x * factor, y: y * factor };
}

/** A homography's image of a point. */
export function through(matrix: readonly number[], { x, y }: Point): Point {
  const w = matrix[6]! * x + matrix[7]! * y + matrix[8]!;
  return {
    x: (matrix[0]! * x + matrix[1]! * y + matrix[2]!) / w,
    y: (matrix[3]! * x + matrix[4]! * y + matrix[5]!) / w,
  };
}

/** Where a point of the first picture lies in the second, pixels. */
export function placeOf({ matrix, distortion }: Placement, size: PictureSize, point: Point): Point {
  const ideal = undistorted(fromPixels(size, point), distortion);
  return toPixels(size, distorted(through(matrix, ideal), distortion));
}

/** The placement that moves every point by so many pixels. */
export function shiftBy(size: PictureSize, { x, y }: Point): Placement {
  const { half } = frameOf(size);
  return { matrix: [1, 0, x / half, 0, 1, y / half, 0, 0, 1], distortion: 0 };
}

/** How far apart two placements have the corners of a picture at most, pixels. */
export function farthestApart(one: Placement, other: Placement, size: PictureSize): number {
  const [right, bottom] = [size.width - 1, size.height - 1];
  const corners = [0, right].flatMap((x) => [0, bottom].map((y) => ({ x, y })));
  return Math.max(
    ...corners.map((corner) => {
      const [here, there] = [placeOf(one, size, corner), placeOf(other, size, corner)];
      return Math.hypot(here.x - there.x, here.y - there.y);
    }),
  );
}

/** How far a placement moves the corners of a picture at most, pixels. */
export const farthestMove = (placement: Placement, size: PictureSize): number =>
  farthestApart(placement, AT_HOME, size);

/** Columns and rows of pixels between the points of a grid: between them a placement is as good as straight. */
export const GRID_PX = 16;

/** Where the points of a grid over the first picture lie in the second: x and y in turn, row by row. */
export function gridOf(placement: Placement, size: PictureSize): Float32Array {
  const across = Math.ceil(size.width / GRID_PX) + 1;
  const down = Math.ceil(size.height / GRID_PX) + 1;
  const grid = new Float32Array(2 * across * down);
  for (let row = 0, at = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const { x, y } = placeOf(placement, size, { x: column * GRID_PX, y: row * GRID_PX });
      grid[at++] = x;
      grid[at++] = y;
    }
  return grid;
}
