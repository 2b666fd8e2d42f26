"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type MeasureReply, measureReply } from "@/contracts/replies";
import type { MeteredScene } from "@/core/facts";

import { ACCEPTED_PICTURES } from "@/core/formats";
import type { MeteringMode } from "@/core/picture";
import { type Recipe, readableDuration } from "@/core/recipe";
import { minus, signed } from "@/core/words";
import { errorText, getJson, uploadFile } from "@/features/api/client";
import { meteredScene, settingsOf } from "@/features/shot/meteredScene";
import { Action } from "@/ui/Action";
import { FileDrop } from "@/ui/FileDrop";

interface TestPictureProps {
  /** f-number, for pictures that do not tell theirs. */
  readonly fNumber: number;
  /** The line's own settings, for pictures without metadata. */
  readonly recipe: Recipe;
  readonly lossStops: number;
  /** The newest frame of the shot, if there is one. */
  readonly lastFrame: { readonly name: string; readonly hash: string } | null;
  readonly metered: MeteredScene | null;
  readonly metering: MeteringMode;
  readonly onMetered: (metered: MeteredScene, mode: MeteringMode) => void;
}

const MODES: readonly MeteringMode[] = ["centre", "matrix", "spot"];

/** A test picture dropped in and measured: its exposure error, by each way of metering, re-aims the field. */
export function TestPicture(props: TestPictureProps) {
  const { fNumber, recipe, lossStops, lastFrame, metered, metering, onMetered } = props;
  const [read, setRead] = useState<{ readonly name: string; readonly measured: MeasureReply } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const measure = useMutation({
    mutationFn: (given: File | { readonly name: string; readonly hash: string }) =>
      given instanceof File
        ? uploadFile("/api/measure", given, measureReply, () => {})
        : getJson(`/api/pictures/${given.hash}/measure`, measureReply),
    onSuccess: (measured, given) => {
      const light = meteredScene(measured, recipe, fNumber, lossStops);
      if (!light) {
        setProblem(
          `${given.name} does not say how it was taken. Write its shutter time and ISO as the recipe, then drop it again.`,
        );
        return;
      }
      setProblem(null);
      setRead({ name: given.name, measured });
      onMetered(light, metering);
    },
    onError: (error) => setProblem(errorText(error)),
  });
  const settings = read && settingsOf(read.measured, recipe, fNumber);
  return (
    <Box>
      <FileDrop
        label="Test picture"
        accept={ACCEPTED_PICTURES}
        onFile={(file) => measure.mutate(file)}
        button={
          <Action minHeight="30px" px="8px" fontSize="note">
            Choose
          </Action>
        }
      >
        {(button) => (
          <Flex justify="space-between" align="center" gap="8px" wrap="wrap">
            <Box>{measure.isPending ? "Measuring…" : "Drop a test picture here"}</Box>
            <Flex gap="6px">
              {button}
              {lastFrame && (
                <Action minHeight="30px" px="8px" fontSize="note" onClick={() => measure.mutate(lastFrame)}>
                  This shot's last frame
                </Action>
              )}
            </Flex>
          </Flex>
        )}
      </FileDrop>
      {problem && (
        <Box color="coral" role="alert" pt="4px">
          {problem}
        </Box>
      )}
      {read && settings && (
        <Box color="ash" pt="4px">
          {`${read.name}: ${readableDuration(settings.shutterSeconds)}, ISO ${settings.iso}; ${(100 * read.measured.clippedAny).toFixed(1)} % clipped. `}
          {MODES.map((mode) => `${mode} reads ${signed(read.measured.errors[mode])}`).join(", ")}.
        </Box>
      )}
      {metered && (
        <Flex gap="10px" pt="4px" wrap="wrap" role="group" aria-label="Use this reading for the field">
          {MODES.map((mode) => (
            <Action
              look="text"
              key={mode}
              color={mode === metering ? "lamp" : "mist"}
              aria-pressed={mode === metering}
              onClick={() => onMetered(metered, mode)}
            >
              {`${mode}: EV ${minus(metered[`${mode}Ev`].toFixed(1))}`}
            </Action>
          ))}
        </Flex>
      )}
    </Box>
  );
}
