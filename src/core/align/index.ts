export { ALIGNMENT_IDS, ALIGNMENTS, type Alignment, type LineAlignment } from "./alignments";
export { fillGaps } from "./fillGaps";
export { partOf } from "./part";
export { type AlignMark, alignMark, type Placed, placeFrame, pointsOf } from "./placeFrame";
export {
  AT_HOME,
  farthestMove,
  GRID_PX,
  gridOf,
  type PictureSize,
  type Placement,
  type Point,
  placeOf,
} from "./placement";
export { proposeGround } from "./proposeGround";
export { skylineRows } from "./skylineRows";
