"use client";

import { Box, Grid, Input } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { type FormEvent, useId, useState } from "react";
import type { z } from "zod";
import type { SiteReply } from "@/contracts/replies";
import { outingRequest } from "@/contracts/requests";
import { parseCoordinates, printCoordinates } from "@/core/formats";
import { PlaceSearch } from "@/features/sites/PlaceSearch";
import { Action } from "@/ui/Action";

interface OutingFormProps {
  readonly sites: readonly SiteReply[];
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onSubmit: (request: z.infer<typeof outingRequest>) => void;
}

interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly problem: string | undefined;
  readonly type?: string;
  readonly placeholder?: string;
}

const NEW = "new";

function Field({ label, value, onChange, problem, type = "text", placeholder }: FieldProps) {
  const id = useId();
  return (
    <Box>
      <Box asChild fontSize="12.5px" color="ash" display="block" mb="3px">
        <label htmlFor={id}>{label}</label>
      </Box>
      <Input
        id={id}
        type={type}
        value={value}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
        bg="slate"
        borderColor={problem ? "coral" : "line"}
        borderRadius="3px"
        height="38px"
        _placeholder={{ color: "ash" }}
      />
      {problem && (
        <Box id={`${id}-problem`} color="coral" fontSize="12.5px" mt="3px">
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** Asks for what an outing needs: a site, known or new, and a night. What was typed stays when it is wrong. */
export function OutingForm({ sites, busy, problem, onSubmit }: OutingFormProps) {
  const siteId = useId();
  const [chosen, setChosen] = useState<string | null>(null);
  const [name, setName] = useState("");
  const [siteName, setSiteName] = useState("");
  const [coordinates, setCoordinates] = useState("");
  const [date, setDate] = useState(() => DateTime.now().toISODate());
  const [problems, setProblems] = useState<Record<string, string>>({});
  const known = sites.find(({ id }) => id === (chosen ?? sites[0]?.id));
  const isNew = chosen === NEW || !known;

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = parseCoordinates(coordinates);
    const found: Record<string, string> = {};
    if (isNew && read.kind === "wrong") found.coordinates = read.message;
    const place = isNew && read.kind === "place" ? { name: siteName, ...read.place } : null;
    const request = outingRequest.safeParse({
      name: name.trim() === "" ? (isNew ? siteName : known.name) : name,
      date,
      site: place,
      ...(isNew ? {} : { siteId: known.id }),
    });
    for (const { path, message } of request.error?.issues ?? []) found[String(path.at(-1))] ??= message;
    setProblems(found);
    if (request.success && Object.keys(found).length === 0) onSubmit(request.data);
  };

  return (
    <Grid as="form" gap="11px" onSubmit={submit}>
      {sites.length > 0 && (
        <Box>
          <Box asChild fontSize="12.5px" color="ash" display="block" mb="3px">
            <label htmlFor={siteId}>Site</label>
          </Box>
          <Box asChild bg="slate" height="38px" width="100%" px="8px">
            <select id={siteId} value={isNew ? NEW : known.id} onChange={(event) => setChosen(event.target.value)}>
              {sites.map((site) => (
                <option key={site.id} value={site.id}>
                  {site.name}
                </option>
              ))}
              <option value={NEW}>A new site</option>
            </select>
          </Box>
        </Box>
      )}
      {isNew && (
        <>
          <Field
            label="Place"
            value={siteName}
            onChange={setSiteName}
            problem={problems.name}
            placeholder="What you call it"
          />
          <Field
            label="Coordinates"
            value={coordinates}
            onChange={setCoordinates}
            problem={problems.coordinates}
            placeholder="53.86, -3.42"
          />
          <PlaceSearch
            onPlace={(place) => {
              setCoordinates(printCoordinates(place));
              if (siteName.trim() === "") setSiteName(place.name);
            }}
          />
        </>
      )}
      <Field label="Night of" value={date} onChange={setDate} problem={problems.date} type="date" />
      <Field label="Name of the outing (the place, if left out)" value={name} onChange={setName} problem={undefined} />
      {problem && <Box color="coral">{problem}</Box>}
      <Action type="submit" look="main" disabled={busy} justifySelf="start" mt="4px">
        Begin this outing
      </Action>
    </Grid>
  );
}
