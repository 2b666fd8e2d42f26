import { pointImages } from "../inspect";
import { lumaOf, type MeteredPicture } from "../picture";
import type { Alignment } from "./alignments";
import type { Placement, Point } from "./placement";
import { placeByStars } from "./stars";
import { placeStill, type StillMark, stillMark } from "./still";

/** What the first picture is known by when others are laid over it. */
export type AlignMark =
  | { readonly by: "patches"; readonly freedom: "shift" | "turn"; readonly still: StillMark }
  | { readonly by: "stars"; readonly width: number; readonly height: number; readonly stars: readonly Point[] };

/** Where a frame lies, or why nobody can say. */
export type Placed =
  | { readonly kind: "placed"; readonly placement: Placement; readonly missPx: number }
  | { readonly kind: "refused"; readonly reason: string };

/** Points of light of a picture, clipped ones too, without what lies on the ground; whole pixels. */
export function pointsOf(picture: MeteredPicture, ground: Uint8Array | null): Point[] {
  const { places } = pointImages(picture, lumaOf(picture).luma);
  return places.filter(({ x, y }) => ground === null || ground[y * picture.width + x]! < 128);
}

/** Stars of a picture, the brightest first, without what lies on the ground. */
function starsOf(picture: MeteredPicture, ground: Uint8Array | null): Point[] {
  const { shaped } = pointImages(picture, lumaOf(picture).luma);
  const { width } = picture;
  return shaped
    .filter(({ x, y }) => ground === null || ground[Math.round(y) * width + Math.round(x)]! < 128)
    .map(({ x, y }) => ({ x, y }));
}

/**
 * What is kept of the first picture.
 *
 * @param ground 255 where there is ground, which does not turn with the stars; null where nobody has said.
 */
export function alignMark(
  picture: MeteredPicture,
  alignment: Exclude<Alignment, "none">,
  ground: Uint8Array | null,
): AlignMark {
  const { width, height } = picture;
  return alignment === "stars"
    ? { by: "stars", width, height, stars: starsOf(picture, ground) }
    : { by: "patches", freedom: alignment, still: stillMark(lumaOf(picture)) };
}

/** Says where a picture's pixels lie against the first one's. */
export function placeFrame(mark: AlignMark, picture: MeteredPicture, ground: Uint8Array | null): Placed {
  return mark.by === "stars"
    ? placeByStars(mark.stars, starsOf(picture, ground), mark)
    : placeStill(mark.still, lumaOf(picture), mark.freedom);
}
