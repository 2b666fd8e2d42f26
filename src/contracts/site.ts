import { z } from "zod";
import { isZone } from "@/core/conditions/localTime";
import { ROAD_CLASSES } from "@/core/conditions/traffic";
import { savedScene } from "@/core/facts/savedScene";
import { INTENT_IDS } from "@/core/intent/ids";
import { beforeRun } from "./beforeRun";
import { ownPicture } from "./own";
import { shotCamera } from "./phone";

import { shotAim } from "./scene";

const bounded = (name: string, least: number, most: number) =>
  z
    .number(`${name} must be a number.`)
    .min(least, `${name} goes from ${least} to ${most}.`)
    .max(most, `${name} goes from ${least} to ${most}.`);

/** A name that somebody gives a site. */
export const siteName = z
  .string()
  .trim()
  .min(1, "Give the site a name.")
  .max(120, "A name has at most 120 characters.");
/** Degrees, north positive. */
export const latitudeDeg = bounded("Latitude", -90, 90);
/** Degrees, east positive. */
export const longitudeDeg = bounded("Longitude", -180, 180);
const atMs = z.number().int();

const weatherRow = z.strictObject({
  atMs,
  cloudLowPercent: bounded("Cloud", 0, 100),
  cloudMidPercent: bounded("Cloud", 0, 100),
  cloudHighPercent: bounded("Cloud", 0, 100),
  windMps: bounded("Wind", 0, 120),
  gustMps: bounded("Gusts", 0, 150),
  temperatureC: bounded("Temperature", -90, 60),
  dewPointC: bounded("Dew point", -95, 50),
});
const tideRow = z.strictObject({ atMs, metres: bounded("Tide", -20, 20) });
const trafficRow = z.strictObject({
  weekday: z.int().min(1).max(7),
  hour: z.int().min(0).max(23),
  vehiclesPerHour: bounded("Traffic", 0, 20_000),
});

/** Forecast, tide and traffic that a person brought in. */
export const siteSeries = z.strictObject({
  weatherRows: z.array(weatherRow).max(20_000),
  tideRows: z.array(tideRow).max(20_000),
  trafficRows: z.array(trafficRow).max(168),
});
/** A site's own forecast, tide and traffic. */
export type SiteSeries = z.infer<typeof siteSeries>;

/** Points of a skyline, sorted by azimuth. */
export const horizonProfile = z
  .array(
    z.strictObject({ azimuthDeg: bounded("Azimuth", 0, 360), altitudeDeg: bounded("Altitude of the skyline", -5, 90) }),
  )
  .max(720, "A skyline has at most 720 points.")
  .transform((points) => [...points].sort((a, b) => a.azimuthDeg - b.azimuthDeg));

/** A site with everything a night needs. */
export const siteRequest = z.strictObject({
  name: siteName,
  latitudeDeg,
  longitudeDeg,
  zone: z.string().refine(isZone, "There is no such time zone; write one such as Europe/Paris or UTC."),
  darkSkyMagPerArcsec2: bounded("Sky darkness", 14, 22.5),
  lampEv: bounded("Lamp light", -8, 16),
  road: z.enum(ROAD_CLASSES),
  tidal: z.boolean(),
  coreAltitudeDeg: bounded("The core's least altitude", 0, 60),
  horizon: horizonProfile,
  hazards: z.string().max(2000, "Hazards have at most 2,000 characters."),
  access: z.string().max(2000, "Access notes have at most 2,000 characters."),
  series: siteSeries,
});
/** A site as it is made or replaced. */
export type SiteRequest = z.infer<typeof siteRequest>;

/**
 * A change that also says what it changes from: where that is another by now, somebody else was there first, and nothing
 * is changed.
 */
export const from = <Shape extends z.ZodRawShape>(change: z.ZodObject<Shape, z.core.$strict>) =>
  z.strictObject({ ...change.shape, was: change.optional() });

/** A change of a site; `deleted: false` brings it back. */
export const siteChange = from(siteRequest.partial().extend({ deleted: z.boolean().optional() }));

const overriding = (name: string, least: number, most: number) => bounded(name, least, most).nullable();

/** Values typed over the stand-ins of a night. */
export const nightOverrides = z.strictObject({
  cloudPercent: overriding("Cloud", 0, 100),
  gustMps: overriding("Gusts", 0, 150),
  temperatureC: overriding("Temperature", -90, 60),
  dewPointC: overriding("Dew point", -95, 50),
  vehiclesPerHour: overriding("Traffic", 0, 20_000),
  tideMetres: overriding("Tide", -20, 20),
});

/** Years that a calendar of ours and a database's both know. */
const FIRST_YEAR = 1900;
const LAST_YEAR = 2200;
const inTime = (text: string): boolean => {
  const year = new Date(text).getUTCFullYear();
  return year >= FIRST_YEAR && year <= LAST_YEAR;
};
const OUT_OF_TIME = `Choose a time between ${FIRST_YEAR} and ${LAST_YEAR}.`;

/** The date of a night. */
export const nightDate = z.iso.date("Write the date as YYYY-MM-DD.").refine(inTime, OUT_OF_TIME);

/** A change of an outing: its night, its site, its overrules. */
export const outingChange = from(
  z.strictObject({
    name: siteName.optional(),
    date: nightDate.optional(),
    siteId: z.uuid().optional(),
    overrides: nightOverrides.nullable().optional(),
  }),
);

/** A change of a shot's place on the night. */
export const shotChange = from(
  z.strictObject({
    name: siteName.optional(),
    intent: z.enum(INTENT_IDS).optional(),
    beginsAt: z.iso.datetime().refine(inTime, OUT_OF_TIME).nullable().optional(),
    minutes: bounded("A block's length", 0.05, 1440).optional(),
    walkMinutes: bounded("The walk", 0, 600).optional(),
    setupMinutes: bounded("Setting up", 0, 240).optional(),
    scene: savedScene.nullable().optional(),
    aim: shotAim.nullable().optional(),
    camera: shotCamera.nullable().optional(),
    own: ownPicture.nullable().optional(),
    beforeRun: beforeRun.nullable().optional(),
    deleted: z.boolean().optional(),
  }),
);
