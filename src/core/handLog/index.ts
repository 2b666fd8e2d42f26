export { type DatedFile, type HandMatch, type LoggedFrame, type MatchedFrame, matchHandLog } from "./match";
