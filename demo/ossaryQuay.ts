/** The demo scenario: an invented estuary town, one outing done and one planned for tonight. */
export const OSSARY_QUAY = {
  site: {
    name: "Ossary Quay",
    latitudeDeg: 53.86,
    longitudeDeg: -3.42,
    zone: "Europe/London",
    darkSkyMagPerArcsec2: 19.8,
  },
  filters: [
    { name: "Screw-in ND 8", notation: "factor", value: 8 },
    { name: "Clip-on ND 64", notation: "factor", value: 64 },
  ],
  done: {
    name: "First frost on the quay",
    nightsAgo: 9,
    /** Minutes after the sun passed -6°. */
    minutesAfterCivilDusk: 6,
    widthPx: 2040,
    shots: [
      {
        name: "Quay road and cable tram",
        recipeLine: "12 x 1s every 1.5s | iso 50 | wb 4000K | focus inf | delay 2s | jpeg -> lighten",
        methods: ["mean", "lighten"],
        notes: {
          run: "Headlamps clip whatever the shutter: next time ISO 50 and the ND 8, or stand farther off.",
          lighten: "Whole trails, and the street stays as in one frame. The one to keep.",
          mean: "Water like glass, trails fainter than by lighten. Good base for a mix.",
        },
        ratings: { run: 3, lighten: 5, mean: 4 },
      },
    ],
  },
  tonight: {
    name: "Tram again, with the filter",
    shots: [
      {
        name: "Cable tram, whole climb",
        recipeLine: "24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus inf | delay 2s | jpeg -> mean",
      },
      {
        name: "Quay lamps on still water",
        recipeLine: "16 x 4s every 4.5s | iso 50 | nd 8 | wb 3800K | focus inf | delay 2s | jpeg -> mean",
      },
      {
        name: "Traffic along the quay",
        recipeLine: "20 x 0.5s every 1s | iso 50 | wb 4200K | focus 12m | delay 2s | jpeg -> lighten",
      },
    ],
  },
} as const;
