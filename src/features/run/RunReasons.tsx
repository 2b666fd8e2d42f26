"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { Camera } from "@/core/camera";
import { exposureValue, stackedFilterStops } from "@/core/light";
import { effectivePeriodSeconds, type Recipe, readableDuration, runSeconds } from "@/core/recipe";
import { minus } from "@/core/words";
import { Readout } from "@/ui/Readout";

interface RunReasonsProps {
  readonly recipe: Recipe;
  readonly camera: Camera;
  readonly widthPx: number;
  readonly onWidth: (widthPx: number) => void;
  readonly pace: "recipe" | "quick";
  readonly onPace: (pace: "recipe" | "quick") => void;
}

function Choice<Value extends string | number>(props: {
  readonly legend: string;
  readonly options: readonly { readonly value: Value; readonly label: string }[];
  readonly value: Value;
  readonly onChange: (value: Value) => void;
}) {
  return (
    <Box as="fieldset" py="10px" borderBottomWidth="1px" borderColor="line">
      <Box as="legend" fontSize="12.5px" color="ash" float="left" width="100%">
        {props.legend}
      </Box>
      <Flex gap="16px" wrap="wrap" clear="both">
        {props.options.map(({ value, label }) => (
          <Flex asChild key={value} align="center" gap="6px" minH="30px" cursor="pointer">
            <label>
              <input
                type="radio"
                name={props.legend}
                checked={value === props.value}
                onChange={() => props.onChange(value)}
              />
              {label}
            </label>
          </Flex>
        ))}
      </Flex>
    </Box>
  );
}

/** What the recipe asks of the phone, in numbers, each with its because; and how the stand-in takes it. */
export function RunReasons({ recipe, camera, widthPx, onWidth, pace, onPace }: RunReasonsProps) {
  const { sequence, iso, filters } = recipe;
  const stops = stackedFilterStops(filters) + camera.lossStops;
  const settings = sequence && {
    fNumber: camera.lens.fNumber,
    shutterSeconds: sequence.shutterSeconds,
    iso: iso ?? camera.lens.baseIso,
  };
  const ev = settings && exposureValue(settings);
  const period = sequence && effectivePeriodSeconds(sequence, camera);
  const { widthPx: whole, heightPx } = camera.lens;
  const sizeName = (width: number) => `${Math.round((width * width * heightPx) / whole / 1e5) / 10} MP`;
  return (
    <Box>
      <Box as="h2" fontSize="15px" fontWeight={620}>
        {`${camera.phone}, ${camera.lens.name}: the stand-in`}
      </Box>
      {ev !== null && settings && (
        <Readout
          label="Renders as middle grey"
          value={`EV ${minus((ev - stops).toFixed(1))}`}
          because={
            <>
              f/{settings.fNumber}, {readableDuration(settings.shutterSeconds)}, ISO {settings.iso}
              {iso === null && " (the phone's lowest, for the line names none)"}
              {stops > 0 && `; what is before the lens takes ${stops.toFixed(1)} stops`}. A lit street is EV 4 to 6.
            </>
          }
        />
      )}
      {sequence && period !== null && (
        <>
          <Readout
            label="From start to start"
            value={readableDuration(period)}
            tone={sequence.periodSeconds !== null && period > sequence.periodSeconds ? "coral" : "bone"}
            because={
              sequence.periodSeconds !== null && period > sequence.periodSeconds
                ? `The line asks for ${readableDuration(sequence.periodSeconds)}; the phone needs ${readableDuration(camera.writeSeconds)} to write each frame.`
                : `The shutter is open ${Math.round((sequence.shutterSeconds / period) * 100)} % of the time; the rest are gaps in trails.`
            }
          />
          <Readout
            label="From pressing to the last frame"
            value={readableDuration(Math.round(runSeconds(recipe, camera) * 10) / 10)}
            because={
              recipe.delaySeconds
                ? `${readableDuration(recipe.delaySeconds)} of it let the phone come to rest.`
                : "No delay: the press shakes the first frame."
            }
          />
          {recipe.stack === "mean" && sequence.frames > 1 && (
            <Readout
              label="The mean is worth a filter of"
              value={`+${Math.log2(sequence.frames).toFixed(1)}`}
              unit="stops"
              tone="moss"
              because={`${sequence.frames} frames blur like ${readableDuration(sequence.frames * sequence.shutterSeconds)} at the brightness of one; noise falls to 1/${Math.sqrt(sequence.frames).toFixed(1)}.`}
            />
          )}
        </>
      )}
      <Choice
        legend="Picture size"
        options={camera.widthsPx.map((value) => ({ value, label: sizeName(value) }))}
        value={widthPx}
        onChange={onWidth}
      />
      <Choice
        legend="Pace"
        options={[
          { value: "quick", label: "as fast as it can" },
          { value: "recipe", label: "in real time" },
        ]}
        value={pace}
        onChange={onPace}
      />
      <Box as="h3" fontSize="13px" fontWeight={620} mt="14px">
        At the roadside
      </Box>
      <Box fontSize="13px" color="ash" mt="2px">
        Stay off the carriageway, wear something that reflects, tether the phone on a railing, and follow local rules.
      </Box>
    </Box>
  );
}
