"use client";

import { Box } from "@chakra-ui/react";
import { STATIONS, WAYS_IN } from "./stations";

const ROW_PX = 50;
/** Where the thread hangs, and how far it sways to either side. */
const THREAD_X = 152;
const SWAY_PX = 9;
const WIDTH_PX = 480;
const HEIGHT_PX = ROW_PX * STATIONS.length;

const beadAt = (row: number) => ({ x: THREAD_X + (row % 2 === 0 ? -SWAY_PX : SWAY_PX), y: (row + 0.5) * ROW_PX - 6 });

/** The thread through all beads, as a line that hangs. */
const THREAD = STATIONS.map((_, row) => {
  const { x, y } = beadAt(row);
  return row === 0 ? `M ${x} ${y}` : `S ${x} ${y - ROW_PX / 2} ${x} ${y}`;
}).join(" ");

/** The stations on their thread, with the ways that lead in. */
export function StationMap() {
  return (
    <Box asChild width="100%" height="auto" color="bone">
      <svg
        viewBox={`0 0 ${WIDTH_PX} ${HEIGHT_PX}`}
        role="img"
        aria-label={`The stations in order. ${STATIONS.map(({ name, purpose }) => `${name}: ${purpose}`).join(" ")}`}
        fontSize={12.5}
      >
        <Box asChild stroke="ash">
          <path d={THREAD} fill="none" strokeWidth={1.5} />
        </Box>
        {STATIONS.map(({ path, name, purpose }, row) => {
          const { x, y } = beadAt(row);
          const way = WAYS_IN[path];
          const [first, second] = halves(purpose);
          return (
            <g key={path}>
              {way && (
                <Box asChild color="lamp">
                  <g>
                    <text x={0} y={y + 4} fill="currentColor" fontSize={11.5}>
                      {way}
                    </text>
                    <path
                      d={`M ${x - 22} ${y} H ${x - 9} m -5 -4 l 5 4 l -5 4`}
                      fill="none"
                      stroke="currentColor"
                      strokeWidth={1.3}
                    />
                  </g>
                </Box>
              )}
              <Box asChild fill="slate" stroke="moss">
                <circle cx={x} cy={y} r={5.5} strokeWidth={2} />
              </Box>
              <text x={THREAD_X + 22} y={y + 4} fill="currentColor" fontWeight={620} fontSize={14}>
                {name}
              </text>
              <Box asChild fill="ash">
                <text fontSize={12}>
                  <tspan x={THREAD_X + 92} y={y - 3}>
                    {first}
                  </tspan>
                  <tspan x={THREAD_X + 92} y={y + 12}>
                    {second}
                  </tspan>
                </text>
              </Box>
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

/** A sentence in two lines, broken at the word nearest to its middle. */
function halves(text: string): readonly [string, string] {
  const words = text.split(" ");
  let first = "";
  while (words.length > 0 && first.length + words[0]!.length / 2 < text.length / 2) first += `${words.shift()} `;
  return [first.trim(), words.join(" ")];
}
