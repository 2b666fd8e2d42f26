export { type Check, type CheckedPhone, type CheckedSettings, checksOf, repairOf } from "./checks";
