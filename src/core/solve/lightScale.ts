import type { Demand, SolveRequest } from "../intent";
import { fusedLights, lightsOf, type Outlook, type PictureLight } from "../outlook";
import { demandsOf } from "./judge";

/** Stops under white, from the brighter to the darker end; negative over it, infinite where nothing is asked. */
export interface AskedRange {
  readonly brightest: number;
  readonly darkest: number;
}

/** A light on the scale, with what is asked of it. */
export interface ScaledLight extends PictureLight {
  /** Null where nothing is. */
  readonly asked: AskedRange | null;
  /** How far it lies from what is asked, stops: positive too dark, negative too bright, 0 within. */
  readonly missStops: number;
}

/** A picture's light from its noise to white, stops under white. */
export interface LightScale {
  readonly noiseFloor: number;
  /** The darkest first. */
  readonly lights: readonly ScaledLight[];
}

const within = (demands: readonly Demand[], outlook: Outlook): AskedRange => {
  const ends = demands.map(({ light, least, most }) =>
    [least, most].map((value) => light!.underWhite(value, outlook)).sort((a, b) => a - b),
  );
  return { brightest: Math.max(...ends.map(([low]) => low!)), darkest: Math.min(...ends.map(([, high]) => high!)) };
};

/** What is asked of a light: by all demands together, or by the hard ones where these and the soft ones cannot both be met. */
function askedOf(demands: readonly Demand[], outlook: Outlook): AskedRange | null {
  if (demands.length === 0) return null;
  const all = within(demands, outlook);
  const hard = demands.filter((demand) => demand.hard);
  return all.brightest > all.darkest && hard.length > 0 ? within(hard, outlook) : all;
}

/** The lights of a picture with what a request asks of each. */
export function lightScaleOf(request: SolveRequest, outlook: Outlook): LightScale {
  const demands = demandsOf(request).filter((demand) => demand.light && demand.read(outlook) !== null);
  const lights = fusedLights(outlook).map((light): ScaledLight => {
    const asked = askedOf(
      demands.filter((demand) => demand.light?.of === light.of),
      outlook,
    );
    const { underWhite } = light;
    const missStops = asked ? Math.max(0, underWhite - asked.darkest) - Math.max(0, asked.brightest - underWhite) : 0;
    return { ...light, asked, missStops };
  });
  return {
    noiseFloor: lightsOf(outlook).noiseFloor,
    lights: lights.sort((a, b) => b.underWhite - a.underWhite),
  };
}
