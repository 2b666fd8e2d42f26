"use client";

import { Box } from "@chakra-ui/react";
import type { LensComparison } from "@/core/solve";
import { signed } from "@/core/words";

const COLUMNS = ["Lens", "Light, stops", "Signal to noise", "Pixels across", "Stars trail, pixels"] as const;
const WHOLE = 0.995;

/** The lenses at one field. */
export interface ComparedField {
  /** Name of the lens whose field it is. */
  readonly of: string;
  readonly comparison: LensComparison;
}

interface LensTableProps {
  /** None without a shutter time. */
  readonly fields: readonly ComparedField[];
}

/** The same picture by every lens and size of the phone: at night the pupil decides, not the number of pixels. */
export function LensTable({ fields }: LensTableProps) {
  if (fields.length === 0) return <Box color="ash">Write a shutter time, or click into the field.</Box>;
  return (
    <Box fontSize="12.5px">
      <Box color="ash" pb="6px">
        The same field and shutter by every lens, cropped to it where a lens sees more, at one output size. What counts
        then is how much light the pupil gathers, and neither how many pixels there are nor how large.
      </Box>
      {fields.map((field) => (
        <OneField key={field.of} {...field} />
      ))}
    </Box>
  );
}

function OneField({ of, comparison: { lenses, outputPx } }: ComparedField) {
  return (
    <Box asChild width="100%" mb="12px">
      <table>
        <Box asChild textAlign="left" fontWeight={620} py="4px">
          <caption>{`The field of "${of}", at ${outputPx} pixels across`}</caption>
        </Box>
        <thead>
          <tr>
            {COLUMNS.map((name) => (
              <Box
                asChild
                key={name}
                textAlign={name === "Lens" ? "left" : "right"}
                verticalAlign="bottom"
                color="ash"
                fontWeight={400}
                py="3px"
                pl="6px"
              >
                <th scope="col">{name}</th>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {lenses.map(({ name, seen, lightStops, snr, acrossPx, trailPx }) => (
            <Box asChild key={name} borderTopWidth="1px" borderColor="line" color={name === of ? "lamp" : "bone"}>
              <tr>
                <Box asChild textAlign="left" py="4px" fontWeight={560}>
                  <th scope="row">
                    {name}
                    {seen < WHOLE && (
                      <Box as="span" color="coral" fontWeight={400}>{` sees ${Math.round(100 * seen)} %`}</Box>
                    )}
                  </th>
                </Box>
                {[signed(lightStops), snr.toFixed(0), String(acrossPx), trailPx.toFixed(1)].map((text, column) => (
                  <Box asChild key={COLUMNS[column + 1]} textAlign="right" fontFamily="mono">
                    <td>{text}</td>
                  </Box>
                ))}
              </tr>
            </Box>
          ))}
        </tbody>
      </table>
    </Box>
  );
}
