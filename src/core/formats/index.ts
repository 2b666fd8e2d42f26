export { BEGINNING_BYTES, beginsLikePicture, beginsLikeZip } from "./beginnings";
export { type ParsedCoordinates, parseCoordinates, printCoordinates } from "./coordinates";
export { type NamedPlace, placesCsv, placesGeoJson, placesGpx, placesKml } from "./siteFiles";
export { type PictureNotes, tiffHeader } from "./tiff";
