"use client";

import { Box, Flex, Grid, Input, Textarea } from "@chakra-ui/react";
import { type ReactNode, useId, useRef, useState } from "react";
import type { SiteReply } from "@/contracts/replies";
import { type SiteRequest, siteRequest } from "@/contracts/site";
import { ROAD_CLASSES, ROADS } from "@/core/conditions";
import { parseCoordinates, printCoordinates } from "@/core/formats";
import { LIT_SUBJECTS } from "@/core/light";
import { DARKNESS_CLASSES, type Place } from "@/core/sky";
import { minus } from "@/core/words";
import { Action } from "@/ui/Action";
import { typedNumber } from "@/ui/Entry";
import { FileInput } from "@/ui/FileInput";
import { HorizonEditor } from "./HorizonEditor";
import { PlaceSearch } from "./PlaceSearch";
import { readSeries, type SeriesKind } from "./readSeries";

interface SiteFormProps {
  readonly site: SiteReply;
  readonly busy: boolean;
  /** A place just clicked or dragged to on the map. */
  readonly onSave: (change: Partial<SiteRequest>) => void;
  readonly onDelete: () => void;
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

function Row({
  label,
  problem,
  children,
}: {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <Box>
      <Box asChild fontSize="12.5px" color="ash" display="block" mb="2px">
        <label htmlFor={id}>{label}</label>
      </Box>
      {children(id)}
      {problem && (
        <Box color="coral" fontSize="12.5px" role="alert">
          {problem}
        </Box>
      )}
    </Box>
  );
}

const plainField = { bg: "slate", borderColor: "line", borderRadius: "3px", height: "34px", size: "sm" } as const;
/** Everything about a site. What is right is saved when one leaves a field; what is wrong stays as typed, with the reason. */
export function SiteForm({ site, busy, onSave, onDelete }: SiteFormProps) {
  const [drafts, setDrafts] = useState<Record<string, string>>({});
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [fileWords, setFileWords] = useState<Partial<Record<SeriesKind, string>>>({});
  const file = useRef<HTMLInputElement>(null);
  const [fileKind, setFileKind] = useState<SeriesKind>("weatherRows");

  const note = (key: string, problem: string | null) =>
    setProblems((before) => {
      const { [key]: _gone, ...rest } = before;
      return problem === null ? rest : { ...rest, [key]: problem };
    });
  const settle = (key: string) =>
    setDrafts((before) => {
      const { [key]: _gone, ...rest } = before;
      return rest;
    });
  const commit = (key: keyof SiteRequest & string, value: unknown) => {
    const checked = siteRequest.shape[key].safeParse(value);
    note(key, checked.success ? null : (checked.error.issues[0]?.message ?? "That cannot be used."));
    if (!checked.success) return;
    settle(key);
    onSave({ [key]: checked.data });
  };
  const text = (key: "name" | "zone" | "hazards" | "access", id: string) => ({
    id,
    value: drafts[key] ?? site[key],
    onChange: (event: { target: { value: string } }) => setDrafts({ ...drafts, [key]: event.target.value }),
    onBlur: () => drafts[key] !== undefined && drafts[key] !== site[key] && commit(key, drafts[key]),
  });
  const number = (key: "darkSkyMagPerArcsec2" | "lampEv" | "coreAltitudeDeg", id: string) => ({
    id,
    value: drafts[key] ?? minus(String(site[key])),
    onChange: (event: { target: { value: string } }) => setDrafts({ ...drafts, [key]: event.target.value }),
    onBlur: () => drafts[key] !== undefined && commit(key, typedNumber(drafts[key])),
  });
  const place = (at: Place) => {
    settle("coordinates");
    note("coordinates", null);
    onSave({ latitudeDeg: at.latitudeDeg, longitudeDeg: at.longitudeDeg });
  };
  const commitCoordinates = () => {
    if (drafts.coordinates === undefined) return;
    const read = parseCoordinates(drafts.coordinates);
    if (read.kind === "wrong") return note("coordinates", read.message);
    place(read.place);
  };
  const takeFile = async (chosen: File) => {
    const read = readSeries(fileKind, await chosen.text());
    if (read.kind === "wrong") return setFileWords({ ...fileWords, [fileKind]: read.message });
    const left = read.skipped > 0 ? ` ${read.skipped} rows could not be read and were left out.` : "";
    setFileWords({ ...fileWords, [fileKind]: `${read.value.length} rows taken from ${chosen.name}.${left}` });
    onSave({ series: { ...site.series, [fileKind]: read.value } });
  };
  return (
    <Grid gap="10px">
      <Row label="Name" problem={problems.name}>
        {(id) => <Input {...plainField} {...text("name", id)} />}
      </Row>
      <Row label="Coordinates, in any usual spelling" problem={problems.coordinates}>
        {(id) => (
          <Input
            {...plainField}
            id={id}
            fontFamily="mono"
            aria-invalid={problems.coordinates !== undefined}
            value={drafts.coordinates ?? printCoordinates(site)}
            onChange={(event) => setDrafts({ ...drafts, coordinates: event.target.value })}
            onBlur={commitCoordinates}
            onKeyDown={(event) => event.key === "Enter" && commitCoordinates()}
          />
        )}
      </Row>
      <PlaceSearch onPlace={place} />
      <Row label="Time zone" problem={problems.zone}>
        {(id) => <Input {...plainField} {...text("zone", id)} />}
      </Row>
      <Grid templateColumns="1fr 1fr" gap="10px">
        <Row label="Sky darkness, mag/arcsec²" problem={problems.darkSkyMagPerArcsec2}>
          {(id) => <Input {...plainField} fontFamily="mono" {...number("darkSkyMagPerArcsec2", id)} />}
        </Row>
        <Row label="or by class">
          {(id) => (
            <Box asChild bg="slate" height="34px" width="100%">
              <select id={id} value="" onChange={(event) => commit("darkSkyMagPerArcsec2", Number(event.target.value))}>
                <option value="">Choose a class</option>
                {DARKNESS_CLASSES.map(({ name, magPerArcsec2 }) => (
                  <option key={name} value={magPerArcsec2}>
                    {`${name}: ${magPerArcsec2}`}
                  </option>
                ))}
              </select>
            </Box>
          )}
        </Row>
        <Row label="Lamp light, EV at ISO 100" problem={problems.lampEv}>
          {(id) => <Input {...plainField} fontFamily="mono" {...number("lampEv", id)} />}
        </Row>
        <Row label="or by subject">
          {(id) => (
            <Box asChild bg="slate" height="34px" width="100%">
              <select id={id} value="" onChange={(event) => commit("lampEv", Number(event.target.value))}>
                <option value="">Choose what is lit</option>
                {LIT_SUBJECTS.map(({ name, ev: [low, high] }) => (
                  <option key={name} value={(low + high) / 2}>
                    {`${name}, EV ${minus(String(low))} to ${minus(String(high))}`}
                  </option>
                ))}
              </select>
            </Box>
          )}
        </Row>
        <Row label="Road in the picture">
          {(id) => (
            <Box asChild bg="slate" height="34px" width="100%">
              <select id={id} value={site.road} onChange={(event) => commit("road", event.target.value)}>
                {ROAD_CLASSES.map((road) => (
                  <option key={road} value={road}>
                    {ROADS[road].name}
                  </option>
                ))}
              </select>
            </Box>
          )}
        </Row>
        <Row label="The core is up above" problem={problems.coreAltitudeDeg}>
          {(id) => <Input {...plainField} fontFamily="mono" {...number("coreAltitudeDeg", id)} />}
        </Row>
      </Grid>
      <Flex asChild align="center" gap="8px" minH="30px">
        <label>
          <input type="checkbox" checked={site.tidal} onChange={(event) => commit("tidal", event.target.checked)} />
          There is a tide here
        </label>
      </Flex>
      <Box>
        <Box fontSize="12.5px" color="ash" mb="2px">
          Skyline: click to add a point, drag it, double-click to take it away
        </Box>
        <HorizonEditor points={site.horizon} onChange={(points) => onSave({ horizon: [...points] })} />
      </Box>
      <Row label="Hazards; they become cautions on the sheet" problem={problems.hazards}>
        {(id) => <Textarea {...text("hazards", id)} rows={2} bg="slate" borderColor="line" fontSize="13.5px" />}
      </Row>
      <Row label="Access" problem={problems.access}>
        {(id) => <Textarea {...text("access", id)} rows={2} bg="slate" borderColor="line" fontSize="13.5px" />}
      </Row>
      <Box>
        <Box fontSize="13px" fontWeight={620}>
          Your own files instead of stand-ins
        </Box>
        {SERIES.map(({ kind, name, columns }) => (
          <Box key={kind} fontSize="12.5px" py="4px" borderTopWidth="1px" borderColor="line">
            <Flex justify="space-between" gap="8px">
              <Box fontWeight={560}>{name}</Box>
              <Flex gap="10px">
                <Box color="ash">{site.series[kind].length > 0 ? `${site.series[kind].length} rows` : "stand-in"}</Box>
                <Box
                  as="button"
                  color="lamp"
                  onClick={() => {
                    setFileKind(kind);
                    file.current?.click();
                  }}
                >
                  CSV or JSON
                </Box>
                {site.series[kind].length > 0 && (
                  <Box as="button" color="ash" onClick={() => onSave({ series: { ...site.series, [kind]: [] } })}>
                    Back to stand-in
                  </Box>
                )}
              </Flex>
            </Flex>
            <Box color="ash">{fileWords[kind] ?? `Columns: ${columns}`}</Box>
          </Box>
        ))}
        <FileInput
          ref={file}
          label="Conditions file"
          accept=".csv,.json,.txt,text/csv,application/json"
          onFile={(given) => void takeFile(given)}
        />
      </Box>
      <Action look="quiet" justifySelf="start" disabled={busy} onClick={onDelete}>
        Delete this site
      </Action>
    </Grid>
  );
}
