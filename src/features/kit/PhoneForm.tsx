"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { type FieldErrors, FormProvider, useForm } from "react-hook-form";
import type { PhoneRequest } from "@/contracts/kit";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";
import { TextField } from "@/ui/TextField";
import { LensFields } from "./LensFields";
import { LensRow } from "./LensRow";
import { problemAt } from "./problemAt";
import { assumedFields, OFFER_LABELS, phoneTexts, type TypedPhone, typedPhone } from "./typedPhone";

interface PhoneFormProps {
  readonly phone: PhoneRequest;
  readonly onSave: (phone: PhoneRequest) => void;
  readonly onDelete: () => void;
}

/** A phone by its name and lenses; what was measured of it is one step away. What is wrong stays as typed. */
export function PhoneForm({ phone, onSave, onDelete }: PhoneFormProps) {
  const form = useForm<TypedPhone, unknown, PhoneRequest>({
    defaultValues: phoneTexts(phone),
    resolver: zodResolver(typedPhone),
  });
  const { register, handleSubmit, watch, formState } = form;
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState({ sensor: false, offers: false });
  const name = watch("name").trim();
  const lenses = watch("profile.lenses");

  // What is wrong is brought into view, behind whatever step it is.
  const show = (errors: FieldErrors<TypedPhone>) => {
    const wrong = lenses.findIndex((_, index) => problemAt(errors, `profile.lenses.${index}`));
    if (wrong >= 0) setAt(wrong);
    const offers = Object.keys(errors.profile ?? {}).some((key) => key !== "lenses");
    setOpen((before) => ({ sensor: before.sensor || wrong >= 0, offers: before.offers || offers }));
  };
  const assumed = assumedFields(phone.profile);
  const offered = (key: keyof typeof OFFER_LABELS, help: string, rows = 1) => (
    <TextField
      label={OFFER_LABELS[key]}
      mono
      rows={rows}
      help={help}
      problem={problemAt(formState.errors, `profile.${key}`)}
      {...register(`profile.${key}`)}
    />
  );
  return (
    <FormProvider {...form}>
      <Grid as="form" gap="12px" maxW="860px" onSubmit={handleSubmit(onSave, show)}>
        {assumed.length > 0 && (
          <Box role="note" borderLeftWidth="2px" borderColor="lamp" pl="10px" fontSize="note">
            This phone was kept before these were asked for: {assumed.join("; ")}. The usual phone's values stand in
            their place; look at them, and save.
          </Box>
        )}
        <TextField label="Name" maxLength={80} problem={formState.errors.name?.message} {...register("name")} />
        <LensRow at={at} onAt={setAt} />
        {lenses[at] && (
          <LensFields
            key={at}
            at={at}
            sensorOpen={open.sensor}
            onSensorOpen={(sensor) => setOpen({ ...open, sensor })}
          />
        )}
        <Fold
          title="What the phone offers: times, ISO, delays, and how long it takes"
          open={open.offers}
          onOpen={(offers) => setOpen({ ...open, offers })}
        >
          <Grid gap="10px" pt="8px">
            {offered("shutterLadder", "The only times that recipes take.", 3)}
            {offered("isoLadder", "The only ISO values that recipes take.", 2)}
            <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="10px">
              {offered("measuredShutters", "A 30 s that is really 29.2 s.")}
              {offered("delaysSeconds", "How long it rests after the press.")}
              {offered("writeSeconds", "The gaps in trails.")}
              {offered("shutterLagSeconds", "When the first frame opens.")}
            </Grid>
          </Grid>
        </Fold>
        <Flex gap="8px" wrap="wrap" align="center">
          <Action type="submit" look="main">
            {name === phone.name ? "Save" : `Save as ${name || "…"}`}
          </Action>
          <Action look="quiet" onClick={onDelete}>
            Delete this phone
          </Action>
          <Box fontSize="note" color="ash">
            Change the name and save to copy a phone; the copy starts with this one's numbers.
          </Box>
        </Flex>
      </Grid>
    </FormProvider>
  );
}
