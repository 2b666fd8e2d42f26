export { type PictureNotes, tiffHeader } from "./tiff";
