import { Body, Equator, Horizon, Illumination, Observer } from "astronomy-engine";
import { type NightSite, planNight, scoreYear } from "@/core/night";
import { nightSky, sampleNight } from "@/core/sky";

// How long a night's sky by the minute and a year's scores take, beside asking the ephemeris library for each minute
// anew. Ends with 1 when a goal is missed.

const MINUTES = 1441;
const MOST_NIGHT_MS = 30;
const MOST_YEAR_MS = 2000;
const ROUNDS = 7;

const site: NightSite = {
  latitudeDeg: 53.86,
  longitudeDeg: -3.42,
  zone: "Europe/London",
  darkSkyMagPerArcsec2: 19.8,
  lampEv: 3.5,
  road: "main",
  tidal: true,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
};

/** Median milliseconds of a piece of work. */
function timed(work: () => void): number {
  const times = Array.from({ length: ROUNDS }, () => {
    const startedAt = performance.now();
    work();
    return performance.now() - startedAt;
  });
  return times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
}

function askEachMinute(): number {
  const observer = new Observer(site.latitudeDeg, site.longitudeDeg, 0);
  const begin = planNight(site, "2026-11-25").night.span.begin.getTime();
  let sum = 0;
  for (let minute = 0; minute < MINUTES; minute++) {
    const at = new Date(begin + minute * 60_000);
    for (const body of [Body.Sun, Body.Moon]) {
      const { ra, dec } = Equator(body, at, observer, true, true);
      sum += Horizon(at, observer, ra, dec).altitude;
    }
    sum += Illumination(Body.Moon, at).phase_fraction;
  }
  return sum;
}

const anew = timed(askEachMinute);
const night = timed(() => sampleNight(nightSky(site, "2026-11-25"), MINUTES, 19.8));
const year = timed(() => {
  if ([...scoreYear(site, 2026, "star-points", 3_600_000)].length !== 365) throw new Error("a night is missing");
});
console.log(
  `a night's sky by the minute: ${night.toFixed(1)} ms, ${(anew / night).toFixed(1)} times faster than anew (goal: ${MOST_NIGHT_MS} ms)`,
);
console.log(`a year of nights scored: ${year.toFixed(0)} ms (goal: ${MOST_YEAR_MS} ms)`);
process.exit(night > MOST_NIGHT_MS || year > MOST_YEAR_MS ? 1 : 0);
