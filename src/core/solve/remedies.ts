import { percent, type Remedy, type SolveRequest, stops } from "../intent";
import { LAMP_CLASSES } from "../light";
import { SUPPORTS } from "../motion";
import { roughDuration } from "../recipe";
import { plain } from "../words";

/** A way to change a shot, in steps that cost more and more. */
export interface Change {
  readonly remedy: Remedy;
  /** The request after so many steps, and what was done to it, as "With … " goes on; null where there is no such step. */
  readonly step: (at: number) => { readonly request: SolveRequest; readonly words: string } | null;
  readonly steps: number;
}

/** Nobody is sent nearer than this to what passes, metres. */
const NEAREST_M = 5;
/** Nobody waits longer than this for one picture, seconds. */
const LONGEST_WAIT_SECONDS = 6 * 3600;
const MOST_FILTER_STOPS = 10;
const MOST_LIGHT_STOPS = 6;
const MOST_SKY_STOPS = 12;
const THIRDS = [0.8, 0.63, 0.5, 0.4, 0.32, 0.25, 0.2, 0.16, 0.125, 0.1] as const;
const TIMES = [1.25, 1.6, 2, 2.5, 3.2, 4, 6, 8, 12, 16, 24, 36] as const;

type Step = ReturnType<Change["step"]>;

const whole = (steps: number, step: (at: number) => Step) => ({ steps, step });
const listed = <Value>(values: readonly Value[], step: (value: Value) => Step) =>
  whole(values.length, (at) => step(values[at - 1]!));

/** A quantity as a person sets it up and says it: two digits of it. */
const short = (value: number): number => Number(value.toPrecision(2));

function nearer(request: SolveRequest) {
  const { mover, subjectM } = request;
  if (subjectM !== null) {
    return listed(THIRDS, (share) => {
      const nearerM = short(subjectM * share);
      return {
        request: { ...request, subjectM: nearerM },
        words: `the subject ${nearerM} m away instead of ${subjectM}`,
      };
    });
  }
  return listed(THIRDS, (share) => {
    if (mover === null || mover.distanceM * share < NEAREST_M) return null;
    const distanceM = short(mover.distanceM * share);
    return {
      request: { ...request, mover: { ...mover, distanceM } },
      words: `a place ${distanceM} m away instead of ${mover.distanceM}, if there is a safe one,`,
    };
  });
}

function farther(request: SolveRequest) {
  const { mover } = request;
  return listed(TIMES.slice(0, 7), (times) => {
    if (mover === null) return null;
    const distanceM = short(mover.distanceM * times);
    return {
      request: { ...request, mover: { ...mover, distanceM } },
      words: `a place ${distanceM} m away instead of ${mover.distanceM}`,
    };
  });
}

function otherSchool(request: SolveRequest) {
  const { schools, water } = request;
  const of = (part: Partial<SolveRequest["schools"]>, words: string): Step => ({
    request: { ...request, schools: { ...schools, ...part } },
    words,
  });
  const choices: Step[] = [
    ...(schools.isoCeiling === null ? [] : [of({ isoCeiling: null }, "no highest ISO of your own")]),
    ...(schools.frames === "many" ? [of({ frames: "one" }, "one frame instead of many")] : []),
    ...(water === null
      ? []
      : [
          of(
            { water: schools.water === "silk" ? "texture" : "silk" },
            `${schools.water === "silk" ? "streaks" : "silk"} as the goal`,
          ),
        ]),
    ...(request.declinationDeg < 90 && water === null
      ? [1.5, 2, 3].map((times) =>
          of(
            { starFactor: schools.starFactor * times },
            `${plain(schools.starFactor * times)} as the star school's factor`,
          ),
        )
      : []),
  ];
  return listed(choices, (choice) => choice);
}

/** How a remedy may go, step by step; null where it cannot be done here. */
type Steps = { readonly steps: number; readonly step: (at: number) => Step } | null;

/** The sky's own light is another matter than that of the lamps. */
const withLight = (request: SolveRequest, byStops: number, words: string): Step => ({
  request: { ...request, sceneEv: request.sceneEv + byStops },
  words,
});

/** What each remedy changes. */
const CHANGES: Record<Remedy, (request: SolveRequest) => Steps> = {
  filter: (request) =>
    whole(MOST_FILTER_STOPS, (at) => ({
      request: { ...request, filterStops: [...request.filterStops, at] },
      words: `a filter of ${stops(at)} (factor ${2 ** at})`,
    })),
  darker: (request) =>
    whole(MOST_LIGHT_STOPS, (at) => withLight(request, -at, `an hour or a place ${stops(at)} darker`)),
  brighter: (request) => whole(MOST_LIGHT_STOPS, (at) => withLight(request, at, `${stops(at)} more light`)),
  "darker-sky": (request) => {
    const { sceneEv, skyEv } = request;
    return skyEv === null
      ? null
      : whole(MOST_SKY_STOPS, (at) => ({
          request: { ...request, skyEv: skyEv - at, sceneEv: Math.min(sceneEv, Math.max(sceneEv - at, -6)) },
          words: `a sky ${stops(at)} darker, at another hour or place,`,
        }));
  },
  nearer,
  farther,
  "dimmer-lamp": (request) => {
    const [first] = request.lamps;
    const lamp = first && LAMP_CLASSES[first];
    if (lamp?.kind !== "point") return null;
    const intensityCd = request.lampIntensityCd ?? lamp.intensityCd;
    return listed([...THIRDS, ...THIRDS.map((share) => share / 10)], (share) => {
      const dimmerCd = short(intensityCd * share);
      return {
        request: { ...request, lampIntensityCd: dimmerCd },
        words: `a ${lamp.name} of ${dimmerCd} cd instead of ${intensityCd}`,
      };
    });
  },
  "slower-traffic": (request) => {
    const { vehiclesPerHour } = request;
    return listed(THIRDS, (share) => ({
      request: { ...request, vehiclesPerHour: vehiclesPerHour * share },
      words: `at most ${Math.round(vehiclesPerHour * share)} vehicles an hour`,
    }));
  },
  "more-time": (request) => {
    const { windowSeconds } = request;
    return listed(TIMES, (times) =>
      windowSeconds * times > LONGEST_WAIT_SECONDS
        ? null
        : {
            request: { ...request, windowSeconds: windowSeconds * times },
            words: `${roughDuration(windowSeconds * times)} instead of ${roughDuration(windowSeconds)}`,
          },
    );
  },
  "fewer-people": (request) => {
    const { crowd } = request;
    return crowd
      ? listed(THIRDS, (share) => ({
          request: { ...request, crowd: { ...crowd, occupancy: crowd.occupancy * share } },
          words: `people on ${percent(crowd.occupancy * share)} of the ground, at an emptier hour,`,
        }))
      : null;
  },
  tripod: (request) =>
    request.support === "tripod"
      ? null
      : whole(1, () => ({
          request: { ...request, support: "tripod", ownSupport: null },
          words: `a tripod instead of a ${SUPPORTS[request.support].name}`.replace("a in the hand", "the hand"),
        })),
  remote: (request) =>
    request.release === "remote"
      ? null
      : whole(1, () => ({
          request: { ...request, release: "remote" },
          words: "a remote, the headset's button or the voice as release",
        })),
  shelter: (request) => {
    const { gustMps } = request;
    return gustMps > 0
      ? listed(THIRDS, (share) => ({
          request: { ...request, gustMps: gustMps * share },
          words: `shelter from all but gusts of ${plain(gustMps * share)} m/s`,
        }))
      : null;
  },
  focus: (request) =>
    request.schools.focus === "lock" || request.subjectM === null
      ? null
      : whole(1, () => ({
          request: { ...request, schools: { ...request.schools, focus: "lock" } },
          words: "the focus locked on the subject",
        })),
  "more-storage": (request) => {
    const { freeMegabytes } = request;
    return listed([2, 4, 8, 16, 64], (times) => ({
      request: { ...request, freeMegabytes: Math.max(10, freeMegabytes) * times },
      words: `${Math.round(Math.max(10, freeMegabytes) * times)} MB free`,
    }));
  },
  "more-battery": (request) => {
    const { batteryPercent } = request;
    return listed([1, 10], (banks) => ({
      request: { ...request, batteryPercent: batteryPercent + 100 * banks },
      words: banks === 1 ? "a power bank" : "mains power or large power banks",
    }));
  },
  "other-school": otherSchool,
};

/** The change that a remedy stands for; null where it cannot be done here. */
export function changeOf(remedy: Remedy, request: SolveRequest): Change | null {
  const change = CHANGES[remedy](request);
  return change && change.steps > 0 ? { remedy, ...change } : null;
}
