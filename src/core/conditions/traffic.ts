/** How big a road is; what passes in its busiest hour, both ways together. */
export const ROADS = {
  none: { name: "no road in the picture", busiestPerHour: 0 },
  lane: { name: "quiet lane", busiestPerHour: 40 },
  street: { name: "town street", busiestPerHour: 420 },
  main: { name: "main road", busiestPerHour: 1100 },
  trunk: { name: "trunk road", busiestPerHour: 2600 },
} as const;
/** How busy a road is, by the usual classes. */
export type RoadClass = keyof typeof ROADS;
/** All classes, from the quietest to the busiest. */
export const ROAD_CLASSES = Object.keys(ROADS) as [RoadClass, ...RoadClass[]];

/** Vehicles in an hour of the week, as counted: Monday is 1, Sunday 7. */
export interface TrafficRow {
  readonly weekday: number;
  readonly hour: number;
  readonly vehiclesPerHour: number;
}

// Share of the busiest hour's flow by hour of the day: the usual shape of urban counts, two peaks on working days.
const WORKING_DAY = [
  4, 2, 2, 2, 4, 12, 34, 72, 92, 70, 60, 62, 66, 66, 70, 82, 97, 100, 80, 56, 40, 30, 20, 10,
] as const;
const WEEKEND = [12, 8, 6, 4, 4, 6, 12, 20, 34, 50, 64, 72, 76, 74, 70, 68, 66, 62, 54, 44, 36, 32, 28, 20] as const;

/** Flow in a full hour of the week of a stand-in road. */
function hourlyFlow(road: RoadClass, weekday: number, hour: number): number {
  const shape = weekday >= 6 ? WEEKEND : WORKING_DAY;
  return (ROADS[road].busiestPerHour * shape[((hour % 24) + 24) % 24]!) / 100;
}

/** An instant on the site's own clock. */
export interface LocalTime {
  /** Monday is 1, Sunday 7. */
  readonly weekday: number;
  /** Hours since midnight, 0 to 24. */
  readonly hour: number;
}

/**
 * Vehicles an hour at an instant, both ways together, even between the middles of hours: as counted where rows are
 * given for that hour, else the stand-in's usual day.
 */
export function vehiclesPerHour(
  road: RoadClass,
  { weekday, hour }: LocalTime,
  rows: readonly TrafficRow[] = [],
): number {
  const flow = (step: number) => {
    const day = ((weekday - 1 + Math.floor(step / 24) + 7) % 7) + 1;
    const inDay = ((step % 24) + 24) % 24;
    const counted = rows.find((row) => row.weekday === day && row.hour === inDay);
    return counted?.vehiclesPerHour ?? hourlyFlow(road, day, inDay);
  };
  const position = hour - 0.5;
  const step = Math.floor(position);
  return flow(step) + (flow(step + 1) - flow(step)) * (position - step);
}

/**
 * Chance that two or more vehicles share a lane's trail in one exposure: those trails add up and clip. Vehicles come
 * independently (Poisson), half of them in each direction.
 */
export function overlapChance(perHour: number, shutterSeconds: number): number {
  const expected = ((perHour / 2) * shutterSeconds) / 3600;
  return 1 - Math.exp(-expected) * (1 + expected);
}
