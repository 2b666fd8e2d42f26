import { GENERIC_LENSES, GENERIC_PHONE } from "@/core/camera";

const [MAIN, , TELE] = GENERIC_LENSES;

/** The whole sensor, held level. */
const LEVEL = { rollDeg: 0, crop: "4:3", constellations: false } as const;

/** An older phone: two apertures, fewer rungs, a slower card. */
const POCKET_B = {
  name: "Pocket B",
  profile: {
    ...GENERIC_PHONE.profile,
    lenses: [
      { ...MAIN!, focalLengthMm: 5.1, fNumbers: [1.5, 2.4], pitchUm: 1.4, fullWellElectrons: 7200, binned: false },
      { ...TELE!, focalLengthMm: 7.6 },
    ],
    shutterLadder: [...[4000, 1000, 500, 250, 125, 60, 30, 15, 8, 4].map((part) => 1 / part), 0.5, 1, 2, 4, 8, 10],
    isoLadder: [50, 100, 200, 400, 800],
    measuredShutters: [],
    writeSeconds: 0.8,
    shutterLagSeconds: 0.25,
  },
};

/** Cars that come along the quay, seen from its edge: beside them, and nearly along their way. */
const ALONG_THE_QUAY = { distanceM: 14, speedMps: 11, headingDegFromPerpendicular: -74 } as const;

/** From one tripod's place to the next on the same quay. */
const BESIDE = { walkMinutes: 2, setupMinutes: 2 } as const;

/** The demo scenario: an invented estuary town with a dark marsh beside it; one outing done, one planned for tonight. */
export const OSSARY_QUAY = {
  sites: {
    quay: {
      name: "Ossary Quay",
      latitudeDeg: 53.86,
      longitudeDeg: -3.42,
      zone: "Europe/London",
      darkSkyMagPerArcsec2: 19.8,
      lampEv: 3.5,
      road: "main",
      tidal: true,
      coreAltitudeDeg: 10,
      horizon: [
        { azimuthDeg: 0, altitudeDeg: 2 },
        { azimuthDeg: 95, altitudeDeg: 9 },
        { azimuthDeg: 150, altitudeDeg: 4 },
        { azimuthDeg: 215, altitudeDeg: 1 },
        { azimuthDeg: 290, altitudeDeg: 17 },
        { azimuthDeg: 330, altitudeDeg: 6 },
      ],
      hazards: "The quay wall has no railing east of the third lamp, and it is wet from an hour before high water.",
      access: "Open at all hours. The ferry master asks for no lights towards the slipway.",
    },
    marsh: {
      name: "Ossary Marsh, wind pump",
      latitudeDeg: 53.905,
      longitudeDeg: -3.51,
      zone: "Europe/London",
      darkSkyMagPerArcsec2: 21.3,
      lampEv: -2.5,
      road: "none",
      tidal: true,
      coreAltitudeDeg: 5,
      horizon: [
        { azimuthDeg: 60, altitudeDeg: 3 },
        { azimuthDeg: 120, altitudeDeg: 1 },
        { azimuthDeg: 240, altitudeDeg: 0 },
      ],
      hazards: "Creeks fill behind you on the rising tide: be off the marsh two hours before high water.",
      access: "A footpath from the pumping station; no vehicles. Birds nest from March to July: keep to the path.",
    },
  },
  kit: {
    phones: [GENERIC_PHONE, POCKET_B],
    filters: [
      { name: "Screw-in ND 8", notation: "factor", value: 8 },
      { name: "Clip-on ND 64", notation: "factor", value: 64 },
      { name: "Sunglasses", notation: "stops", value: 2.5 },
    ],
    clipOns: [
      { name: "Clip-on tele 2x", focalFactor: 2, lossStops: 0.3, vignettingStops: 1.2 },
      { name: "Clip-on wide 0.6x", focalFactor: 0.6, lossStops: 0.2, vignettingStops: 0.8 },
    ],
    supports: [
      { name: "Travel tripod, weighted", kind: "tripod", settleSeconds: 0.25, gustPxPerMps: 0.04 },
      { name: "Shoe on the quay wall", kind: "tripod", settleSeconds: 0.15, gustPxPerMps: 0.02 },
      { name: "Stick on the railing", kind: "stick", settleSeconds: 1.1, gustPxPerMps: 0.32 },
    ],
    figures: [{ name: "battery-hour", value: 11 }],
  },
  done: {
    name: "First frost on the quay",
    nightsAgo: 9,
    /** Minutes after the sun passed -6°. */
    minutesAfterCivilDusk: 6,
    widthPx: 2040,
    shots: [
      {
        name: "Quay road and cable tram",
        intent: "light-trails",
        mover: ALONG_THE_QUAY,
        recipeLine: "12 x 1s every 1.5s | iso 50 | wb 4000K | focus inf | jpeg -> lighten",
        methods: ["mean", "lighten"],
        notes: {
          run: "No delay set: my thumb is in the first frame, left out. Headlamps clip whatever the shutter: next time the ND 8, or stand farther off.",
          lighten: "Whole trails, and the street stays as in one frame. The one to keep.",
          mean: "Water like glass, trails fainter than by lighten. Good base for a mix.",
        },
        ratings: { run: 3, lighten: 5, mean: 4 },
        /** What the one to keep became, and what the look is saved as. */
        look: { name: "Quay by night", line: "contrast +12 | shadows +0.8 | sky +0.6 | warm colour -30 4200K" },
      },
    ],
  },
  tonight: {
    name: "Tram again, with the filter",
    shots: [
      {
        name: "Cable tram, whole climb",
        intent: "blurred-subject",
        minutesAfterSunset: 36,
        minutes: 5,
        ...BESIDE,
        aim: { ...LEVEL, azimuthDeg: 226, tiltDeg: 13, guides: "thirds" },
        recipeLine: "24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus inf | delay 2s | jpeg -> mean",
      },
      {
        name: "Quay lamps on still water",
        intent: "smoothed-water",
        minutesAfterSunset: 59,
        minutes: 10,
        ...BESIDE,
        aim: { ...LEVEL, azimuthDeg: 247, tiltDeg: 4, guides: "middle" },
        recipeLine: "16 x 4s every 4.5s | iso 50 | nd 8 | wb 3800K | focus inf | delay 2s | jpeg -> mean",
      },
      {
        name: "Traffic along the quay",
        intent: "light-trails",
        mover: ALONG_THE_QUAY,
        minutesAfterSunset: 45,
        minutes: 6,
        ...BESIDE,
        aim: { ...LEVEL, azimuthDeg: 196, tiltDeg: 8, guides: "none" },
        recipeLine: "20 x 0.5s every 1s | iso 50 | wb 4200K | focus 12m | delay 2s | jpeg -> lighten",
      },
    ],
  },
} as const;
