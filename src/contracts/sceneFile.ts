import { z } from "zod";
import { ASSUMPTION_IDS } from "@/core/assumed";
import { WATERS, type WaterKind } from "@/core/motion/water";
import type { Scene } from "@/core/scene/scene";
import { REGIONS, TEXTURES, WALL_STYLES } from "@/core/scene/scene";

// A scene as a file: a place in metres, candela, cd/m² and kelvin. See docs/SCENES.md.

/** Metres from the scene's middle up to which anything stands. */
const FAR_M = 20_000;
/** More of anything than this is not a place but a mistake. */
const MOST_PARTS = 3000;
const MOST_TEXT = 300;

const metres = z.number().min(-FAR_M).max(FAR_M);
const size = z.number().min(0).max(FAR_M);
const extent = z.number().gt(0).max(FAR_M);
const point = z.tuple([metres, metres, metres]).readonly();
const share = z.number().min(0).max(1);
const degrees = z.number().min(-720).max(720);
const kelvin = z.number().min(1667).max(25_000);
const rgb = z.tuple([z.number().min(0).max(10), z.number().min(0).max(10), z.number().min(0).max(10)]).readonly();
const waterKind = z.enum(Object.keys(WATERS) as [WaterKind, ...WaterKind[]]);

const material = z
  .strictObject({ reflectance: share, tint: rgb, texture: z.enum(TEXTURES), wetness: share })
  .readonly();
const shine = z.strictObject({ luminanceCdM2: z.number().min(0).max(1e6), kelvin }).readonly();
const windows = z
  .strictObject({
    columnMetres: extent,
    rowMetres: extent,
    litShare: share,
    luminanceCdM2: z.number().min(0).max(1e6),
    kelvin,
  })
  .readonly();

const region = z.enum(REGIONS).optional();

const surface = z
  .discriminatedUnion("kind", [
    z.strictObject({
      kind: z.literal("strip"),
      region,
      through: point,
      headingDeg: degrees,
      halfWidthMetres: extent,
      material,
      dashMetres: z.tuple([extent, extent]).readonly().optional(),
    }),
    z.strictObject({
      kind: z.literal("wall"),
      region,
      style: z.enum(WALL_STYLES),
      from: point,
      headingDeg: degrees,
      lengthMetres: extent,
      heightsMetres: z.array(extent).min(1).max(MOST_PARTS).readonly(),
      material,
      windows,
    }),
    z.strictObject({
      kind: z.literal("ridge"),
      region,
      distanceMetres: metres,
      profile: z
        .array(z.tuple([metres, metres]).readonly())
        .min(2)
        .max(MOST_PARTS)
        .readonly()
        .refine((points) => points.every(([x], i) => i === 0 || x > points[i - 1]![0]), "The profile must rise in x."),
      roughness: share,
      material,
      windows,
      housesToMetres: extent,
    }),
    z.strictObject({
      kind: z.literal("water"),
      region,
      heightMetres: metres,
      slope: z.number().min(0.001).max(0.5),
      waves: waterKind,
    }),
    z.strictObject({
      kind: z.literal("fall"),
      region,
      from: point,
      headingDeg: degrees,
      widthMetres: extent,
      dropMetres: extent,
      runMetres: extent,
      reflectance: share,
    }),
    z.strictObject({
      kind: z.literal("block"),
      region,
      at: point,
      sizeMetres: z.tuple([extent, extent, extent]).readonly(),
      headingDeg: degrees,
      roofMetres: size,
      material,
      windows: windows.optional(),
      shine: shine.optional(),
    }),
    z.strictObject({
      kind: z.literal("frustum"),
      region,
      at: point,
      radiusMetres: size,
      topRadiusMetres: size,
      heightMetres: extent,
      material,
      shine: shine.optional(),
    }),
    z.strictObject({
      kind: z.literal("ellipsoid"),
      region,
      at: point,
      radiiMetres: z.tuple([extent, extent, extent]).readonly(),
      material,
      gaps: share,
      shine: shine.optional(),
    }),
    z.strictObject({
      kind: z.literal("dial"),
      region,
      at: point,
      headingDeg: degrees,
      radiusMetres: extent,
      material,
      shine,
    }),
    z.strictObject({
      kind: z.literal("board"),
      region,
      at: point,
      headingDeg: degrees,
      sizeMetres: z.tuple([extent, extent]).readonly(),
      turnDeg: degrees,
      material,
      shine: shine.optional(),
    }),
  ])
  .readonly();

const lamp = z
  .strictObject({
    at: point,
    intensityCd: z.number().gt(0).max(1e7),
    kelvin,
    colour: rgb.optional(),
    diameterMetres: extent,
    postMetres: size,
    beam: z
      .strictObject({ headingDeg: degrees, tiltDeg: degrees, halfDeg: z.number().min(1).max(85) })
      .readonly()
      .optional(),
  })
  .readonly();

const traffic = z
  .strictObject({
    name: z.string().max(MOST_TEXT),
    path: z.array(point).min(2).max(MOST_PARTS).readonly(),
    speedMps: z.number().gt(0).max(340),
    headwaySeconds: z.number().gt(0.01).max(1e7),
    unevenness: share,
    firstSeconds: z.number().min(-1e7).max(1e7),
    leavesWithRun: z.boolean().optional(),
    lamps: z
      .array(
        z
          .strictObject({
            offset: point,
            intensityCd: z.number().gt(0).max(1e7),
            shines: z.enum(["forward", "back", "around"]),
            diameterM: extent,
            colour: rgb,
          })
          .readonly(),
      )
      .max(100)
      .readonly(),
    parts: z
      .array(
        z
          .strictObject({
            shape: z.enum(["box", "round"]),
            offset: point,
            sizeMetres: z.tuple([extent, extent, extent]).readonly(),
            reflectance: share,
            tint: rgb,
            luminanceCdM2: z.number().min(0).max(1e6).optional(),
          })
          .readonly(),
      )
      .max(100)
      .readonly(),
  })
  .readonly();

/** A scene file of version 1. */
export const sceneFile = z
  .strictObject({
    version: z.literal(1),
    name: z.string().min(1).max(MOST_TEXT),
    title: z.string().max(MOST_TEXT),
    shows: z.string().max(MOST_TEXT),
    camera: z.strictObject({ at: point, headingDeg: degrees, tiltDeg: z.number().min(-89).max(89) }).readonly(),
    sky: z
      .strictObject({
        sun: z.strictObject({ altitudeDeg: z.number().min(-90).max(90), awayDeg: degrees }).readonly(),
        moon: z
          .strictObject({
            altitudeDeg: z.number().min(-90).max(90),
            awayDeg: degrees,
            phaseAngleDeg: z.number().min(0).max(180),
          })
          .readonly(),
        darkSkyMagPerArcsec2: z.number().min(14).max(22.5),
        cloud: share,
        cloudDriftMps: z.number().min(0).max(100).default(0),
      })
      .readonly(),
    surfaces: z
      .array(surface)
      .max(MOST_PARTS)
      .readonly()
      .refine((parts) => parts.filter(({ kind }) => kind === "water").length < 2, "There is one water level at most."),
    figures: z.partialRecord(z.enum(ASSUMPTION_IDS), z.number().min(0).max(1e6)).optional(),
    subject: z.enum(REGIONS).nullable().default(null),
    lamps: z.array(lamp).max(500).readonly(),
    fillLux: z.number().min(0).max(1e5),
    visibilityMetres: z.number().min(50).max(1e6),
    traffic: z.array(traffic).max(200).readonly(),
    lane: z
      .strictObject({
        through: point,
        headingDeg: z.union([z.literal(0), z.literal(90), z.literal(180)]),
        riseDeg: z.number().min(-60).max(60),
        reachMetres: extent,
        carries: z.enum(["car", "tram", "skater", "lantern"]),
        usualDistanceMetres: extent,
        usualHeadingDeg: z.number().min(-89).max(89),
      })
      .readonly()
      .nullable(),
    walks: z
      .array(z.strictObject({ from: point, to: point }).readonly())
      .max(40)
      .readonly(),
    stars: z
      .strictObject({
        latitudeDeg: z.number().min(-90).max(90),
        azimuthDeg: degrees,
        siderealHours: z.number().min(-48).max(48),
        // Years 1900 to 2100.
        atMs: z.int().min(Date.UTC(1900, 0)).max(Date.UTC(2100, 0)),
      })
      .readonly()
      .nullable(),
    focusMetres: extent.nullable(),
    lampGain: z.number().gt(0).max(1e7),
    skylightGain: z.number().min(0).max(1),
    shineGain: z.number().gt(0).max(1e7).default(1),
    seed: z.int().min(0).max(1e9),
  })
  .readonly() satisfies z.ZodType<Scene, unknown>;
