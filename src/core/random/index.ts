export { hash32, hashUnit, nextBits, normalFromBits, normalPattern } from "./random";
