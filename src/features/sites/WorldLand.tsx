"use client";

import { Box } from "@chakra-ui/react";
import { type GeoProjection, geoGraticule10, geoPath } from "d3";
import { memo, useEffect, useMemo, useState } from "react";
import { feature } from "topojson-client";
import type { Topology } from "topojson-specification";

type Land = GeoJSON.Feature | GeoJSON.FeatureCollection;

/** The world's land, once it is there: its shapes ship with the application. */
function useLand(): Land | null {
  const [land, setLand] = useState<Land | null>(null);
  useEffect(() => {
    let current = true;
    void import("world-atlas/land-50m.json").then(({ default: atlas }) => {
      // The package ships plain JSON; its format is TopoJSON.
      const topology = atlas as unknown as Topology;
      const shapes = topology.objects.land;
      if (current && shapes) setLand(feature(topology, shapes));
    });
    return () => {
      current = false;
    };
  }, []);
  return land;
}

/** Land and a grid of ten degrees in a projection; lines keep their width at any zoom. */
export const WorldLand = memo(function WorldLand({ projection }: { readonly projection: GeoProjection }) {
  const land = useLand();
  const { landPath, gridPath } = useMemo(() => {
    const path = geoPath(projection);
    return { landPath: land ? (path(land) ?? "") : "", gridPath: path(geoGraticule10()) ?? "" };
  }, [land, projection]);
  const line = { fill: "none", stroke: "currentColor", vectorEffect: "non-scaling-stroke" } as const;
  return (
    <>
      <Box asChild color="line">
        <path d={gridPath} strokeWidth={0.7} {...line} />
      </Box>
      <Box asChild color="ink">
        <path d={landPath} fill="currentColor" />
      </Box>
      <Box asChild color="ash">
        <path d={landPath} strokeWidth={0.8} {...line} />
      </Box>
    </>
  );
});
