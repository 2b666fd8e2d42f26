export { ALIGNMENT_IDS, ALIGNMENTS, type Alignment } from "./alignments";
export { type AlignMark, alignMark, type Placed, placeFrame } from "./placeFrame";
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
