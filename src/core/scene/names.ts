/** The scenes that ship, by the order in which they are offered. */
export const SCENE_NAMES = [
  "quay-road",
  "cable-tram",
  "mill-weir",
  "harbour-swell",
  "market-square",
  "salt-marsh",
  "clock-facade",
  "lantern-walk",
  "skate-yard",
] as const;
/** A scene that ships, by its name in files and on the command line. */
export type SceneName = (typeof SCENE_NAMES)[number];

/** What they are called where one of them is picked. */
export const SCENE_TITLES: Readonly<Record<SceneName, string>> = {
  "quay-road": "The quay road by the estuary",
  "cable-tram": "The cable tram on the terraced hill",
  "mill-weir": "The mill weir",
  "harbour-swell": "The harbour mouth in low swell",
  "market-square": "The market square with its carousel",
  "salt-marsh": "The wind pump on the salt marsh",
  "clock-facade": "The guild hall and its clock",
  "lantern-walk": "The walk by the ivy wall",
  "skate-yard": "The skate yard under its floodlights",
};
