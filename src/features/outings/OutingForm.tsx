"use client";

import { Box, Grid } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { DateTime } from "luxon";
import { useForm } from "react-hook-form";
import { z } from "zod";
import type { SiteReply } from "@/contracts/replies";
import { outingRequest } from "@/contracts/requests";
import { typedCoordinates } from "@/contracts/typed";
import { printCoordinates } from "@/core/formats";
import { PlaceSearch } from "@/features/sites/PlaceSearch";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { LabelledField, TextField } from "@/ui/TextField";

interface OutingFormProps {
  readonly sites: readonly SiteReply[];
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onSubmit: (request: z.infer<typeof outingRequest>) => void;
}

const NEW = "new";
const text = z.string();
const every = { date: outingRequest.shape.date, name: z.string().trim() };
const atKnown = z.object({ ...every, siteId: z.uuid() }).transform((known) => ({ at: "known" as const, ...known }));
const { name: siteName } = outingRequest.shape.site.unwrap().shape;
const atNew = z
  .object({ ...every, place: siteName, coordinates: typedCoordinates })
  .transform((anew) => ({ at: "new" as const, ...anew }));

/** What is typed for an outing, checked as its choice of a site asks for. */
const typedOuting = z
  .object({ siteId: text, place: text, coordinates: text, date: text, name: text })
  .transform((typed, context) => {
    const checked = (typed.siteId === NEW ? atNew : atKnown).safeParse(typed);
    if (checked.success) return checked.data;
    for (const { path, message } of checked.error.issues) context.addIssue({ code: "custom", path, message });
    return z.NEVER;
  });
type CheckedOuting = z.output<typeof typedOuting>;

function requestOf(checked: CheckedOuting, sites: readonly SiteReply[]): z.infer<typeof outingRequest> {
  const { name, date } = checked;
  if (checked.at === "new") {
    const { latitudeDeg, longitudeDeg } = checked.coordinates;
    return { name: name || checked.place, date, site: { name: checked.place, latitudeDeg, longitudeDeg } };
  }
  const known = sites.find(({ id }) => id === checked.siteId);
  return { name: name || (known?.name ?? ""), date, siteId: checked.siteId, site: null };
}

/** Asks for what an outing needs: a site, known or new, and a night. What was typed stays when it is wrong. */
export function OutingForm({ sites, busy, problem, onSubmit }: OutingFormProps) {
  const { register, setValue, getValues, watch, handleSubmit, formState } = useForm({
    defaultValues: {
      siteId: sites[0]?.id ?? NEW,
      place: "",
      coordinates: "",
      date: DateTime.now().toISODate(),
      name: "",
    },
    resolver: zodResolver(typedOuting),
  });
  const { errors } = formState;
  const siteId = watch("siteId");
  return (
    <Grid as="form" gap="11px" onSubmit={handleSubmit((checked) => onSubmit(requestOf(checked, sites)))}>
      {sites.length > 0 && (
        <LabelledField label="Site">
          <Choose
            size="md"
            value={siteId}
            options={[...sites.map(({ id, name }) => ({ value: id, name })), { value: NEW, name: "A new site" }]}
            onChoose={(chosen) => setValue("siteId", chosen)}
          />
        </LabelledField>
      )}
      {siteId === NEW && (
        <>
          <TextField
            label="Place"
            placeholder="What you call it"
            problem={errors.place?.message}
            {...register("place")}
          />
          <TextField
            label="Coordinates"
            placeholder="53.86, -3.42"
            problem={errors.coordinates?.message}
            {...register("coordinates")}
          />
          <PlaceSearch
            onPlace={(place) => {
              setValue("coordinates", printCoordinates(place));
              if (getValues("place").trim() === "") setValue("place", place.name);
            }}
          />
        </>
      )}
      <TextField label="Night of" type="date" problem={errors.date?.message} {...register("date")} />
      <TextField
        label="Name of the outing (the place, if left out)"
        problem={errors.name?.message}
        {...register("name")}
      />
      {problem && <Box color="coral">{problem}</Box>}
      <Action type="submit" look="main" disabled={busy} justifySelf="start" mt="4px">
        Begin this outing
      </Action>
    </Grid>
  );
}
