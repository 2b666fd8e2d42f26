"use client";

import { Box, Table } from "@chakra-ui/react";
import type { PromiseRow } from "./promises";

const COLUMNS = ["of", "promised", "here", "apart"];

/** What was promised against what this very picture shows: a difference past what is usual stands out, and is never left out. */
export function KeptPromises({ promises }: { readonly promises: readonly PromiseRow[] }) {
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line">
      <Box fontSize="note" color="ash" mb="4px">
        Promised, and read off this picture; lights from the meter, stops
      </Box>
      <Table.Root>
        <Table.Header>
          <Table.Row>
            {COLUMNS.map((name) => (
              <Table.ColumnHeader key={name} scope="col" textAlign={name === COLUMNS[0] ? "left" : "right"}>
                {name}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {promises.map(({ name, promised, found, apart, isNear }) => (
            <Table.Row key={name}>
              <Table.ColumnHeader scope="row" textAlign="left" ps="0">
                {name}
              </Table.ColumnHeader>
              <Table.Cell>{promised}</Table.Cell>
              <Table.Cell>{found}</Table.Cell>
              <Table.Cell color={isNear ? "moss" : "coral"}>{apart}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
