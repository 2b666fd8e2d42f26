/** A piece of a picture: rows of it, whole ones or parts of them. */
export interface Piece {
  /** Of its rows, pixels. */
  readonly width: number;
  /** Columns and rows of the picture before its own. */
  readonly left: number;
  readonly top: number;
  readonly of: { readonly width: number; readonly height: number };
}

/** All of a picture. */
export const wholePiece = ({ width, height }: Piece["of"]): Piece => ({
  width,
  left: 0,
  top: 0,
  of: { width, height },
});

/** Columns and rows of a picture. */
export interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}
