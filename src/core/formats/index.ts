export { type ParsedCoordinates, parseCoordinates, printCoordinates } from "./coordinates";
export { EXPORT_FORMAT_IDS, EXPORT_FORMATS, type ExportFormat, exportFormatNamed } from "./exportFormats";
export { FITS_BLOCK, type FitsNotes, fitsHeader } from "./fits";
export {
  ACCEPTED_PICTURES,
  BEGINNING_BYTES,
  beginsLikeZip,
  PICTURE_FORMATS,
  type PictureFormatId,
  pictureFormatOf,
  pictureFormatsText,
} from "./pictureFormats";
export { type NamedPlace, placesCsv, placesGeoJson, placesGpx, placesKml } from "./siteFiles";
export {
  hemispheres,
  type PictureNotes,
  sexagesimal,
  type TiffPages,
  tiffHeader,
  tiffPages,
  tiffPagesAt,
} from "./tiff";
