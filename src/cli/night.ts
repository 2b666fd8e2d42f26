import { isZone } from "@/core/conditions";
import { momentsOf, NO_OVERRIDES, nightWindows, planNight } from "@/core/night";
import { coreOf, localSiderealHours, moonOf, moonVisibility, skyEv, sunEvents, sunOf } from "@/core/sky";
import { UsageError } from "./errors";
import { numberWithin, readOptions, required } from "./options";
import { nightAt, PLACE, placeOf, readInstant, TOWN_SKY_MAG } from "./place";

const LIT_STREET_EV = 4;
const MINUTE_MS = 60_000;

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));
const toSecond = (at: Date): string =>
  new Date(Math.round(at.getTime() / 1000) * 1000).toISOString().replace(".000Z", "Z");

/** `night --lat D --lon D --date YYYY-MM-DD`: events and windows of one night. */
export async function nightCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, {
    ...PLACE,
    date: { type: "string" },
    tz: { type: "string" },
    sqm: { type: "string" },
    lamps: { type: "string" },
  });
  const place = placeOf(values);
  const date = required(values.date, "--date YYYY-MM-DD");
  if (!/^\d{4}-\d\d-\d\d$/.test(date) || Number.isNaN(Date.parse(date))) {
    throw new UsageError(`--date must be a calendar date such as 2026-11-25, got ${date}.`);
  }
  const zone = values.tz ?? "UTC";
  if (!isZone(zone)) throw new UsageError(`--tz ${zone}: there is no such time zone.`);
  const site = {
    ...place,
    zone,
    darkSkyMagPerArcsec2: values.sqm === undefined ? TOWN_SKY_MAG : numberWithin(values.sqm, "--sqm", 14, 22.5),
    lampEv: values.lamps === undefined ? LIT_STREET_EV : numberWithin(values.lamps, "--lamps", -8, 16),
    road: "none" as const,
    tidal: false,
    coreAltitudeDeg: 10,
    horizon: [],
    weatherRows: [],
    tideRows: [],
    trafficRows: [],
  };
  const plan = planNight(site, date, { ...NO_OVERRIDES, cloudPercent: 0 });
  const events = sunEvents(plan.night);
  const moon = moonVisibility(plan.night);
  const middle = (plan.night.span.begin.getTime() + plan.night.span.end.getTime()) / 2;
  const { illuminatedFraction } = moonOf(plan.night, middle);
  // Without a forecast, windows that ask for little cloud would only repeat the others.
  const windows = nightWindows(plan, momentsOf(plan, MINUTE_MS)).filter(({ kind }) => !kind.startsWith("clear-"));
  const instants = (list: readonly Date[]) => list.map(toSecond);
  if (values.json) {
    console.log(
      JSON.stringify({
        date,
        sun: Object.fromEntries(Object.entries(events).map(([name, at]) => [name, at && toSecond(at)])),
        moon: {
          rises: moon.kind === "crosses" ? instants(moon.rises) : [],
          sets: moon.kind === "crosses" ? instants(moon.sets) : [],
          illuminatedFraction: rounded(illuminatedFraction, 5),
        },
        windows: windows.map(({ kind, beginMs, endMs, why }) => ({
          kind,
          begin: toSecond(new Date(beginMs)),
          end: toSecond(new Date(endMs)),
          why,
        })),
      }),
    );
    return;
  }
  const clock = (at: Date | number) =>
    new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit" }).format(at);
  for (const [name, at] of Object.entries(events)) {
    console.log(
      `${name
        .replace(/([A-Z])/g, " $1")
        .toLowerCase()
        .padEnd(18)} ${at ? clock(at) : "none"}`,
    );
  }
  console.log(
    `moon               ${Math.round(100 * illuminatedFraction)} % lit${moon.kind === "crosses" ? "" : `, ${moon.kind.replace("-", " ")}`}`,
  );
  for (const { kind, beginMs, endMs, why } of windows) {
    console.log(`${clock(beginMs)} to ${clock(endMs)}  ${kind}: ${why}`);
  }
}

/** `sky --lat D --lon D --at INSTANT...`: positions at instants. */
export async function skyCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, { ...PLACE, at: { type: "string", multiple: true } });
  const place = placeOf(values);
  const instants = [...(values.at ?? []), ...positionals];
  if (instants.length === 0) throw new UsageError("--at INSTANT is missing.");
  const rows = instants.map((text) => {
    const atMs = readInstant(text);
    const night = nightAt(place, atMs);
    const position = ({ altitudeDeg, azimuthDeg }: { readonly altitudeDeg: number; readonly azimuthDeg: number }) => ({
      altitudeDeg: rounded(altitudeDeg, 5),
      azimuthDeg: rounded(azimuthDeg, 5),
    });
    const sun = sunOf(night, atMs);
    const moon = moonOf(night, atMs);
    return {
      at: new Date(atMs).toISOString(),
      siderealTimeHours: rounded(localSiderealHours(night.track, place, atMs), 6),
      sun: position(sun),
      moon: { ...position(moon), illuminatedFraction: rounded(moon.illuminatedFraction, 5) },
      galacticCentre: position(coreOf(night)(atMs)),
      skyEv: rounded(skyEv({ sunAltitudeDeg: sun.altitudeDeg, moon, darkSkyMagPerArcsec2: TOWN_SKY_MAG }), 3),
    };
  });
  if (values.json) {
    console.log(JSON.stringify(rows));
    return;
  }
  for (const { at, sun, moon, galacticCentre, skyEv: ev } of rows) {
    const read = ({ altitudeDeg, azimuthDeg }: typeof sun) => `${altitudeDeg.toFixed(2)}° in ${azimuthDeg.toFixed(2)}°`;
    console.log(`${at}  sun ${read(sun)}, moon ${read(moon)}, core ${read(galacticCentre)}, sky EV ${ev.toFixed(1)}`);
  }
}
