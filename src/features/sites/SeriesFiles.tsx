"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { SiteSeries } from "@/contracts/site";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { readSeries, type SeriesKind } from "./readSeries";

interface SeriesFilesProps {
  readonly series: SiteSeries;
  readonly onChange: (series: SiteSeries) => void;
}

const SERIES: readonly { readonly kind: SeriesKind; readonly name: string; readonly columns: string }[] = [
  {
    kind: "weatherRows",
    name: "Forecast",
    columns: "time, cloud_low, cloud_mid, cloud_high, wind, gust, temperature, dew_point",
  },
  { kind: "tideRows", name: "Tide", columns: "time, height" },
  { kind: "trafficRows", name: "Traffic", columns: "weekday, hour, vehicles" },
];

/** A person's own forecast, tide and traffic; what cannot be read is said, and what was there stays. */
export function SeriesFiles({ series, onChange }: SeriesFilesProps) {
  const [said, setSaid] = useState<Partial<Record<SeriesKind, string>>>({});
  const take = async (kind: SeriesKind, file: File) => {
    const read = readSeries(kind, await file.text());
    if (read.kind === "wrong") return setSaid({ ...said, [kind]: read.message });
    const left = read.skipped > 0 ? ` ${read.skipped} rows could not be read and were left out.` : "";
    setSaid({ ...said, [kind]: `${read.value.length} rows taken from ${file.name}.${left}` });
    onChange({ ...series, [kind]: read.value });
  };
  return (
    <Box>
      <Box fontSize="note" fontWeight={620}>
        Your own files instead of stand-ins
      </Box>
      {SERIES.map(({ kind, name, columns }) => (
        <Box key={kind} fontSize="note" py="4px" borderTopWidth="1px">
          <Flex justify="space-between" gap="8px">
            <Box fontWeight={560}>{name}</Box>
            <Flex gap="10px">
              <Box color="ash">{series[kind].length > 0 ? `${series[kind].length} rows` : "stand-in"}</Box>
              <FileInput
                label={`${name} file`}
                accept=".csv,.json,.txt,text/csv,application/json"
                onFile={(file) => void take(kind, file)}
              >
                <Action look="text">CSV or JSON</Action>
              </FileInput>
              {series[kind].length > 0 && (
                <Action look="text" color="ash" onClick={() => onChange({ ...series, [kind]: [] })}>
                  Back to stand-in
                </Action>
              )}
            </Flex>
          </Flex>
          <Box color="ash">{said[kind] ?? `Columns: ${columns}`}</Box>
        </Box>
      ))}
    </Box>
  );
}
