import tzlookup from "tz-lookup";
import type { SiteRequest } from "@/contracts/site";
import type { NamedPlace } from "@/core/formats";

/** A site at a place before anything else is known of it: a small town by a street, zone by its coordinates. */
export function siteAt({ name, latitudeDeg, longitudeDeg }: NamedPlace): SiteRequest {
  return {
    name,
    latitudeDeg,
    longitudeDeg,
    zone: tzlookup(latitudeDeg, longitudeDeg),
    darkSkyMagPerArcsec2: 19.8,
    lampEv: 4,
    road: "street",
    tidal: false,
    coreAltitudeDeg: 10,
    horizon: [],
    hazards: "",
    access: "",
    series: { weatherRows: [], tideRows: [], trafficRows: [] },
  };
}
