/** First bytes of files that can be read: JPEG, PNG, TIFF and BigTIFF in either order of bytes. */
const PICTURES = [
  [0xff, 0xd8, 0xff],
  [0x89, 0x50, 0x4e, 0x47],
  [0x49, 0x49, 0x2a, 0x00],
  [0x4d, 0x4d, 0x00, 0x2a],
  [0x49, 0x49, 0x2b, 0x00],
  [0x4d, 0x4d, 0x00, 0x2b],
] as const;
/** Of an archive with something in it. @see APPNOTE.TXT 4.3.7, local file header */
const ZIP = [0x50, 0x4b, 0x03, 0x04] as const;

/** Bytes of a file that tell what it is. */
export const BEGINNING_BYTES = 4;

const begins = (head: Uint8Array, beginning: readonly number[]): boolean =>
  beginning.every((byte, at) => head[at] === byte);

/** Whether a file that begins with these bytes can be a picture that is read. */
export const beginsLikePicture = (head: Uint8Array): boolean => PICTURES.some((beginning) => begins(head, beginning));

/** Whether a file that begins with these bytes can be an archive. */
export const beginsLikeZip = (head: Uint8Array): boolean => begins(head, ZIP);
