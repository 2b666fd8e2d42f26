export { isZone, localClock, zoneOffsetMs } from "./localTime";
export {
  type Constituent,
  type ConstituentName,
  standInConstituents,
  TIDAL_SPEEDS,
  type TideRow,
  tideFromRows,
  tideHeight,
} from "./tide";
export {
  type LocalTime,
  overlapChance,
  ROAD_CLASSES,
  ROADS,
  type RoadClass,
  type TrafficRow,
  vehiclesPerHour,
} from "./traffic";
export {
  dewRisk,
  placeSeed,
  standInWeather,
  totalCloudPercent,
  WEATHER_KEYS,
  type Weather,
  type WeatherRow,
  weatherFromRows,
} from "./weather";
