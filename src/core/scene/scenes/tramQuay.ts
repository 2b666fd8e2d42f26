import { blackBodyRgb, LAMP_CLASSES } from "../../light";
import { DEG_PER_RAD } from "../../units";
import type { CarriedLamp, Point3, Scene, StreetLamp } from "../scene";

const ROAD_HEADING_DEG = 13;
const ROAD_THROUGH: Point3 = [3.6, 0, 8];
const ALONG = [Math.sin(ROAD_HEADING_DEG / DEG_PER_RAD), Math.cos(ROAD_HEADING_DEG / DEG_PER_RAD)] as const;

/** A point on the quay: metres along the road and to the right of its centre line. */
function onQuay(along: number, right: number, up = 0): Point3 {
  return [
    ROAD_THROUGH[0] + along * ALONG[0] + right * ALONG[1],
    up,
    ROAD_THROUGH[2] + along * ALONG[1] - right * ALONG[0],
  ];
}

const COLD = blackBodyRgb(4200);
const HALOGEN = blackBodyRgb(3300);
const { headlamp: HEADLAMP, "tail-lamp": TAIL_LAMP } = LAMP_CLASSES;
const AMBER = [2.1, 0.75, 0.05] as const;
const TRAM_LIGHT = blackBodyRgb(3000);

const headAndTail = (head: CarriedLamp["colour"]): CarriedLamp[] => [
  ...[0.65, -0.65].map((left): CarriedLamp => {
    const { intensityCd, diameterM } = HEADLAMP;
    return { offset: [2, 0.65, left], intensityCd, backIntensityCd: 0, diameterM, colour: head };
  }),
  ...[0.65, -0.65].map((left): CarriedLamp => {
    const { intensityCd, diameterM, colour } = TAIL_LAMP;
    return { offset: [-2, 0.85, left], intensityCd: 0, backIntensityCd: intensityCd, diameterM, colour };
  }),
];

const quayLamps: StreetLamp[] = Array.from({ length: 12 }, (_, index) => ({
  at: onQuay(3 + index * 14, index === 0 ? -5.2 : -4.9, 6),
  intensityCd: 420,
  kelvin: 2250,
  postMetres: 6,
}));

const track = { foot: [-62, 2, 205], top: [-118, 66, 236] } as const satisfies Record<string, Point3>;

const trackLamps: StreetLamp[] = Array.from({ length: 9 }, (_, index) => {
  const s = index / 8;
  const at = (axis: 0 | 1 | 2) => track.foot[axis] + (track.top[axis] - track.foot[axis]) * s;
  return { at: [at(0) + 5, at(1) + 4, Math.min(at(2), 215)], intensityCd: 160, kelvin: 2900, postMetres: 0 };
});

const promenadeLamps: StreetLamp[] = Array.from({ length: 11 }, (_, index) => ({
  at: [-190 + index * 19, 3.5, 216],
  intensityCd: 260,
  kelvin: index % 5 === 2 ? 4000 : 2300,
  postMetres: 0,
}));

/** The quay road at dusk, with the cable tram climbing the hillside across the water. */
export const TRAM_QUAY: Scene = {
  name: "tram-quay",
  title: "Quay road and cable tram at dusk",
  cameraHeightMetres: 3.4,
  cameraTiltDeg: 4.5,
  seed: 20,
  sky: {
    zenithCdM2: 0.55,
    horizonCdM2: 1.5,
    zenithKelvin: 14000,
    glowAzimuthDeg: 17,
    glowCdM2: 3.4,
    cloud: 0.8,
  },
  surfaces: [
    {
      kind: "strip",
      through: ROAD_THROUGH,
      headingDeg: ROAD_HEADING_DEG,
      halfWidthMetres: 3.4,
      dashMetres: [2, 4],
      material: { reflectance: 0.14, tint: [1, 1, 1], texture: "asphalt", wetness: 0.3 },
    },
    {
      kind: "strip",
      through: onQuay(0, -6.1),
      headingDeg: ROAD_HEADING_DEG,
      halfWidthMetres: 2.7,
      material: { reflectance: 0.24, tint: [1.06, 1, 0.93], texture: "cobbles", wetness: 0.2 },
    },
    {
      kind: "strip",
      through: onQuay(0, 5.3),
      headingDeg: ROAD_HEADING_DEG,
      halfWidthMetres: 1.9,
      material: { reflectance: 0.26, tint: [1.03, 1, 0.96], texture: "cobbles", wetness: 0.2 },
    },
    {
      kind: "wall",
      from: onQuay(-6, 7.2),
      headingDeg: ROAD_HEADING_DEG,
      lengthMetres: 156,
      heightsMetres: [11.5, 9.2, 12.8, 10.4, 8.2, 13.5, 10.8, 9.4, 12.2, 11, 8.8, 12, 9.8],
      material: { reflectance: 0.34, tint: [1.1, 1, 0.88], texture: "plaster", wetness: 0 },
      windows: { columnMetres: 2.4, rowMetres: 3.1, litShare: 0.4, luminanceCdM2: 26, kelvin: 2700 },
    },
    {
      kind: "ridge",
      distanceMetres: 220,
      profile: [
        [-330, 58],
        [-190, 84],
        [-120, 72],
        [-60, 46],
        [0, 26],
        [60, 14],
        [140, 9],
        [330, 12],
      ],
      housesToMetres: 52,
      material: { reflectance: 0.09, tint: [0.9, 1, 0.85], texture: "plain", wetness: 0 },
      windows: { columnMetres: 3.4, rowMetres: 3.2, litShare: 0.42, luminanceCdM2: 30, kelvin: 2600 },
    },
    { kind: "water", heightMetres: -1.6, ripple: 0.11 },
  ],
  lamps: [...quayLamps, ...trackLamps, ...promenadeLamps],
  stars: null,
  traffic: [
    {
      name: "cars out of town",
      path: [onQuay(-9, 1.7), onQuay(160, 1.7)],
      speedMps: 11,
      headwaySeconds: 3.1,
      unevenness: 0.8,
      lamps: headAndTail(HALOGEN),
      panels: [],
    },
    {
      name: "cars into town",
      path: [onQuay(160, -1.7), onQuay(-9, -1.7)],
      speedMps: 11,
      headwaySeconds: 3.9,
      unevenness: 0.9,
      lamps: headAndTail(COLD),
      panels: [],
    },
    {
      name: "delivery vans out of town",
      path: [onQuay(-9, 1.6), onQuay(160, 1.6)],
      speedMps: 9,
      headwaySeconds: 11,
      unevenness: 0.7,
      lamps: [
        { offset: [-2.4, 2.3, 0.8], intensityCd: 0, backIntensityCd: 14, diameterM: 0.1, colour: AMBER },
        { offset: [-2.4, 2.3, -0.8], intensityCd: 0, backIntensityCd: 14, diameterM: 0.1, colour: AMBER },
        { offset: [-2.4, 1, 0.8], intensityCd: 0, backIntensityCd: 11, diameterM: 0.14, colour: TAIL_LAMP.colour },
        { offset: [-2.4, 1, -0.8], intensityCd: 0, backIntensityCd: 11, diameterM: 0.14, colour: TAIL_LAMP.colour },
      ],
      panels: [],
    },
    {
      name: "cable tram",
      path: [track.foot, track.top],
      speedMps: 3.2,
      headwaySeconds: 36,
      unevenness: 0,
      lamps: [{ offset: [4, 2.4, 0], intensityCd: 60, backIntensityCd: 60, diameterM: 0.14, colour: TRAM_LIGHT }],
      panels: [{ offset: [0, 1.9, 0], lengthMetres: 8, heightMetres: 2.1, luminanceCdM2: 160, colour: TRAM_LIGHT }],
    },
  ],
};
