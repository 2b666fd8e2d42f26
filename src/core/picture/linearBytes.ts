import { decodeSrgb } from "./srgb";

/** Linear light, of white, of each code of an 8-bit picture. */
export const LINEAR = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));
