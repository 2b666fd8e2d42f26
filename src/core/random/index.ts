export { hash32, hashUnit, nextBits, normalFromBits, normalPattern, normalQuantiles } from "./random";
