import { ALL_ASSUMED } from "@/core/assumed";
import { batteryUsedPercent, warmedBy } from "@/core/capture";

const FULL_PERCENT = 100;
/** What a phone of the usual kind has free on an evening out. */
const FREE_BYTES = 16e9;

/** What a phone has used up: its battery, its room, its coolness. It rests by the clock, and works as its plan says. */
export class PhoneBody {
  private aboveAirCelsius = 0;
  private batteryPercent = FULL_PERCENT;
  private heldBytes = 0;
  private restedAtMs = Date.now();

  /** What it says of itself now, where the air is so warm; `roomBytes` is what the disk under it still holds. */
  reading(airCelsius: number, roomBytes: number) {
    this.rest();
    return {
      batteryPercent: this.batteryPercent,
      sensorCelsius: airCelsius + this.aboveAirCelsius,
      freeBytes: Math.max(0, Math.min(roomBytes, FREE_BYTES - this.heldBytes)),
    };
  }

  get isEmpty(): boolean {
    return this.batteryPercent <= 0;
  }

  /** How far its sensor lies above the air, °C. */
  get aboveAir(): number {
    this.rest();
    return this.aboveAirCelsius;
  }

  /** A frame was taken: so long from the one before, and open for that share of it. */
  took(seconds: number, duty: number): void {
    this.aboveAirCelsius = warmedBy(this.aboveAirCelsius, seconds, duty);
    this.batteryPercent = Math.max(0, this.batteryPercent - batteryUsedPercent(1, seconds, ALL_ASSUMED));
    this.restedAtMs = Date.now();
  }

  /** A file lies on it, or does not any more. */
  holds(bytes: number): void {
    this.heldBytes += bytes;
  }

  private rest(): void {
    const now = Date.now();
    this.aboveAirCelsius = warmedBy(this.aboveAirCelsius, (now - this.restedAtMs) / 1000, 0);
    this.restedAtMs = now;
  }
}
