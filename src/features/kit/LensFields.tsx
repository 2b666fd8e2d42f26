"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { Controller, useFormContext } from "react-hook-form";
import { equivalentFocalMm } from "@/core/optics";
import { typedNumber } from "@/core/words";
import { Fold } from "@/ui/Fold";
import { TextField } from "@/ui/TextField";
import { Tick } from "@/ui/Tick";
import { problemAt } from "./problemAt";
import { LENS_NUMBERS, type TypedPhone } from "./typedPhone";

interface LensFieldsProps {
  /** Which lens of the phone in the form. */
  readonly at: number;
  readonly sensorOpen: boolean;
  readonly onSensorOpen: (open: boolean) => void;
}

/** A lens by what its owner knows; the sensor behind it, number by number, is one step away. */
export function LensFields({ at, sensorOpen, onSensorOpen }: LensFieldsProps) {
  const { control, register, watch, formState } = useFormContext<TypedPhone>();
  const lens = watch(`profile.lenses.${at}`);
  const problem = (key: string) => problemAt(formState.errors, `profile.lenses.${at}.${key}`);
  const equivalent = equivalentFocalMm({
    focalLengthMm: typedNumber(lens.focalLengthMm),
    widthPx: typedNumber(lens.widthPx),
    heightPx: typedNumber(lens.heightPx),
    pitchUm: typedNumber(lens.pitchUm),
  });
  return (
    <Grid gap="10px">
      <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="10px" alignItems="start">
        <TextField label="Name of the lens" problem={problem("name")} {...register(`profile.lenses.${at}.name`)} />
        <TextField
          label="f-numbers"
          mono
          help="Light on the sensor; most phones have one."
          problem={problem("fNumbers")}
          {...register(`profile.lenses.${at}.fNumbers`)}
        />
      </Grid>
      <Flex gap="4px 18px" wrap="wrap" fontSize="note" color="ash" align="center">
        <Box>
          {Number.isFinite(equivalent)
            ? `Sees like ${equivalent.toFixed(0)} mm on a 35 mm frame.`
            : "The lens's numbers are not complete."}
        </Box>
        <Controller
          control={control}
          name={`profile.lenses.${at}.binned`}
          render={({ field }) => (
            <Tick checked={field.value} onChange={field.onChange}>
              Each pixel sums four; it can write full size too
            </Tick>
          )}
        />
      </Flex>
      <Fold title="The sensor behind it, as measured or as usual" open={sensorOpen} onOpen={onSensorOpen}>
        <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="12px 10px" pt="8px" alignItems="start">
          {LENS_NUMBERS.map(({ key, label, changes }) => (
            <TextField
              key={key}
              label={label}
              mono
              help={changes}
              problem={problem(key)}
              {...register(`profile.lenses.${at}.${key}`)}
            />
          ))}
        </Grid>
      </Fold>
    </Grid>
  );
}
