"use client";

import { Box } from "@chakra-ui/react";
import type { LensComparison } from "@/core/solve";
import { signed } from "@/core/words";

const COLUMNS = ["Lens", "Light", "Signal to noise", "Pixels across", "Stars trail"] as const;
const WHOLE = 0.995;

interface LensTableProps {
  /** Null without a shutter time. */
  readonly comparison: LensComparison | null;
  /** Name of the lens that is chosen. */
  readonly chosen: string;
}

/** The same picture by every lens and size of the phone: at night the pupil decides, not the number of pixels. */
export function LensTable({ comparison, chosen }: LensTableProps) {
  if (!comparison) return <Box color="ash">Write a shutter time, or click into the field.</Box>;
  const { lenses, outputPx } = comparison;
  return (
    <Box fontSize="12.5px">
      <Box color="ash" pb="6px">
        {`The field of the chosen lens by each of the others, cropped to it where it sees more, at one output size of ${outputPx} pixels across and the same shutter. What counts then is how much light the pupil gathers.`}
      </Box>
      <Box asChild width="100%">
        <table>
          <thead>
            <tr>
              {COLUMNS.map((name) => (
                <Box
                  asChild
                  key={name}
                  textAlign={name === "Lens" ? "left" : "right"}
                  color="ash"
                  fontWeight={400}
                  py="3px"
                >
                  <th scope="col">{name}</th>
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {lenses.map(({ name, seen, lightStops, snr, acrossPx, trailPx }) => (
              <Box asChild key={name} borderTopWidth="1px" borderColor="line" color={name === chosen ? "lamp" : "bone"}>
                <tr>
                  <Box asChild textAlign="left" py="4px" fontWeight={560}>
                    <th scope="row">
                      {name}
                      {seen < WHOLE && (
                        <Box as="span" color="coral" fontWeight={400}>{` sees ${Math.round(100 * seen)} % of it`}</Box>
                      )}
                    </th>
                  </Box>
                  {[`${signed(lightStops)} stops`, snr.toFixed(0), String(acrossPx), `${trailPx.toFixed(1)} px`].map(
                    (text) => (
                      <Box asChild key={text} textAlign="right" fontFamily="mono">
                        <td>{text}</td>
                      </Box>
                    ),
                  )}
                </tr>
              </Box>
            ))}
          </tbody>
        </table>
      </Box>
    </Box>
  );
}
