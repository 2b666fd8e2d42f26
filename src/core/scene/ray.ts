/** Where a ray is, metres, and how it goes; hot loops fill one and hand it on. */
export interface Ray {
  x: number;
  y: number;
  z: number;
  dx: number;
  dy: number;
  dz: number;
}

/** A ray to be filled: made once, never kept by who is handed it. */
export const scratchRay = (): Ray => ({ x: 0, y: 0, z: 0, dx: 0, dy: 0, dz: 0 });
