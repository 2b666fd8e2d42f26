"use client";

import { Box, Grid, Input } from "@chakra-ui/react";
import { type FormEvent, useId, useState } from "react";
import { type NamedPlace, parseCoordinates, printCoordinates } from "@/core/formats";
import { Action } from "@/ui/Action";
import { PlaceSearch } from "./PlaceSearch";

interface NewSiteProps {
  readonly busy: boolean;
  readonly onCreate: (place: NamedPlace) => void;
}

/** Asks for a name and a place, by coordinates or by a town's name; a click on the map does as well. */
export function NewSite({ busy, onCreate }: NewSiteProps) {
  const id = useId();
  const [name, setName] = useState("");
  const [coordinates, setCoordinates] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === "") return setProblem("Give the site a name.");
    const read = parseCoordinates(coordinates);
    if (read.kind === "wrong") return setProblem(read.message);
    setProblem(null);
    onCreate({ name: name.trim(), ...read.place });
  };
  const field = { size: "sm", height: "34px", bg: "slate", borderColor: "line", borderRadius: "3px" } as const;
  return (
    <Grid as="form" gap="10px" onSubmit={submit}>
      <Box color="ash" fontSize="13px">
        Click on the map, or write where it is.
      </Box>
      <Box>
        <Box asChild fontSize="12.5px" color="ash" display="block" mb="2px">
          <label htmlFor={`${id}-name`}>Name of the site</label>
        </Box>
        <Input
          {...field}
          id={`${id}-name`}
          value={name}
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
      </Box>
      <Box>
        <Box asChild fontSize="12.5px" color="ash" display="block" mb="2px">
          <label htmlFor={`${id}-at`}>Coordinates</label>
        </Box>
        <Input
          {...field}
          id={`${id}-at`}
          fontFamily="mono"
          placeholder={"53.86, -3.42"}
          value={coordinates}
          aria-invalid={problem !== null}
          onChange={(event) => setCoordinates(event.target.value)}
        />
      </Box>
      <PlaceSearch
        onPlace={(place) => {
          setCoordinates(printCoordinates(place));
          if (name.trim() === "") setName(place.name);
        }}
      />
      {problem && (
        <Box color="coral" fontSize="13px" role="alert">
          {problem}
        </Box>
      )}
      <Action type="submit" look="main" disabled={busy} justifySelf="start">
        Add this site
      </Action>
    </Grid>
  );
}
