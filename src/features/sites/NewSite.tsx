"use client";

import { Box, Grid } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { siteName } from "@/contracts/site";
import { typedCoordinates } from "@/contracts/typed";
import { type NamedPlace, printCoordinates } from "@/core/formats";
import { Action } from "@/ui/Action";
import { TextField } from "@/ui/TextField";
import { PlaceSearch } from "./PlaceSearch";

interface NewSiteProps {
  readonly busy: boolean;
  readonly onCreate: (place: NamedPlace) => void;
}

const typedSite = z.object({ name: siteName, coordinates: typedCoordinates });

/** Asks for a name and a place, by coordinates or by a town's name; a click on the map does as well. */
export function NewSite({ busy, onCreate }: NewSiteProps) {
  const { register, setValue, getValues, handleSubmit, formState } = useForm({
    defaultValues: { name: "", coordinates: "" },
    resolver: zodResolver(typedSite),
  });
  const { errors } = formState;
  const create = handleSubmit(({ name, coordinates }) =>
    onCreate({ name, latitudeDeg: coordinates.latitudeDeg, longitudeDeg: coordinates.longitudeDeg }),
  );
  return (
    <Grid as="form" gap="10px" onSubmit={create}>
      <Box color="ash" fontSize="note">
        Click on the map, or write where it is.
      </Box>
      <TextField label="Name of the site" problem={errors.name?.message} {...register("name")} />
      <TextField
        label="Coordinates"
        mono
        placeholder="53.86, -3.42"
        problem={errors.coordinates?.message}
        {...register("coordinates")}
      />
      <PlaceSearch
        onPlace={(place) => {
          setValue("coordinates", printCoordinates(place));
          if (getValues("name").trim() === "") setValue("name", place.name);
        }}
      />
      <Action type="submit" look="main" disabled={busy} justifySelf="start">
        Add this site
      </Action>
    </Grid>
  );
}
