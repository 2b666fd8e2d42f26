"use client";

import { Box, Table } from "@chakra-ui/react";
import { useMemo } from "react";
import type { KitReply } from "@/contracts/kit";
import type { Camera } from "@/core/camera";
import type { SolveRequest } from "@/core/intent";
import type { Recipe } from "@/core/recipe";

import { signed } from "@/core/words";
import { type ComparedField, comparedFields } from "./lensChoices";

const COLUMNS = ["Lens", "Light, stops", "Signal to noise", "Pixels across", "Stars trail, pixels"] as const;
const WHOLE = 0.995;

interface LensTableProps {
  readonly request: SolveRequest;
  readonly recipe: Recipe;
  readonly kit: KitReply;
  readonly camera: Camera;
}

/** The same picture by every lens and size of the phone: at night the pupil decides, not the number of pixels. */
export function LensTable({ request, recipe, kit, camera }: LensTableProps) {
  const fields = useMemo(() => comparedFields(request, recipe, kit, camera), [request, recipe, kit, camera]);
  if (fields.length === 0) return <Box color="ash">Write a shutter time, or click into the field.</Box>;
  return (
    <Box fontSize="note">
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
    <Table.Root mb="12px">
      <Table.Caption captionSide="top">{`The field of "${of}", at ${outputPx} pixels across`}</Table.Caption>
      <Table.Header>
        <Table.Row>
          {COLUMNS.map((name) => (
            <Table.ColumnHeader key={name} scope="col" textAlign={name === "Lens" ? "left" : "right"}>
              {name}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {lenses.map(({ name, seen, lightStops, snr, acrossPx, trailPx }) => (
          <Table.Row key={name} color={name === of ? "lamp" : "bone"}>
            <Table.ColumnHeader scope="row" textAlign="left" color="inherit" fontWeight={560} ps="0">
              {name}
              {seen < WHOLE && (
                <Box as="span" color="coral" fontWeight={400}>{` sees ${Math.round(100 * seen)} %`}</Box>
              )}
            </Table.ColumnHeader>
            {[signed(lightStops), snr.toFixed(0), String(acrossPx), trailPx.toFixed(1)].map((text, column) => (
              <Table.Cell key={COLUMNS[column + 1]}>{text}</Table.Cell>
            ))}
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
