"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import type { KitReply } from "@/contracts/kit";
import { ALIGNMENT_IDS, ALIGNMENTS } from "@/core/align/alignments";
import type { Camera, CameraChoice } from "@/core/camera";
import { INTENTS, type IntentId } from "@/core/intent";
import { stackedFilterStops } from "@/core/light";
import { equivalentFocalMm } from "@/core/optics";
import type { Recipe } from "@/core/recipe";
import type { KitFilter } from "@/core/shot";
import type { Figure } from "@/core/solve";
import { LINE_METHODS, type LineMethod, lawOf, lineMethodOf, USUAL_METHOD } from "@/core/stack";
import { counted, signed } from "@/core/words";
import { CameraBar } from "@/features/shot/CameraBar";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Slide } from "@/ui/Slide";
import { TONES } from "./PointPanel";

interface ExposeBarProps {
  /** With a shutter time. */
  readonly recipe: Recipe;
  readonly filters: readonly KitFilter[];
  /** How far the point is from the meter, when it has settings. */
  readonly meter: Figure | null;
  readonly intent: IntentId;
  readonly kit: KitReply;
  readonly camera: Camera;
  readonly onRecipe: (recipe: Recipe) => void;
  /** Takes the recipe while a hand is on a slider. */
  readonly onDraft: (recipe: Recipe) => void;
  readonly onCamera: (choice: CameraChoice) => void;
  readonly onIntent: (intent: IntentId) => void;
}

const FRAMES = [1, 2, 4, 8, 16, 32, 64, 128] as const;
const MOST_FRAMES = 128;
const MOST_BRACKETED = 5;
const NO_FILTER = "none";
const OF_LINE = "of the line";

/** The recipe fused by a method: one for brackets makes it one, for frames that all look alike gain nothing from it. */
function fusedBy(recipe: Recipe, stack: LineMethod): Recipe {
  if (lineMethodOf(stack).frames === "alike") return { ...recipe, stack, bracketStops: null };
  const { sequence } = recipe;
  if (recipe.bracketStops !== null || sequence === null) return { ...recipe, stack, align: null };
  const frames = sequence.frames < MOST_BRACKETED ? 3 : MOST_BRACKETED;
  return {
    ...recipe,
    sequence: { ...sequence, frames, periodSeconds: null },
    bracketStops: 2,
    rampStops: null,
    stack,
    align: null,
  };
}

/** A camera in one line. */
function cameraText({ choice, lens }: Camera): string {
  const { phone, lens: name, clipOn, fullSize } = choice;
  const parts = [phone, `${name} ${equivalentFocalMm(lens).toFixed(0)} mm`, fullSize && "full size", clipOn];
  return parts.filter(Boolean).join(", ");
}

/** What the picture is to be, the camera, and what slides and opens the ground: a filter, and how many frames. */
export function ExposeBar(props: ExposeBarProps) {
  const { recipe, filters, meter, intent, kit, camera, onRecipe, onDraft, onCamera, onIntent } = props;
  const [withCamera, setWithCamera] = useState(false);
  const stops = Math.round(100 * stackedFilterStops(recipe.filters)) / 100;
  const frames = recipe.sequence?.frames ?? 1;
  const owned = filters.find((each) => Math.abs(each.stops - stops) < 0.01);
  const worth = lawOf(recipe.stack, frames)?.isLongExposure ? `, worth ${signed(Math.log2(frames))} stops` : "";
  const withFrames = (next: number): Recipe => ({
    ...recipe,
    sequence: { shutterSeconds: 1, ...recipe.sequence, periodSeconds: null, frames: next },
    bracketStops: next > 1 ? recipe.bracketStops : null,
    stack: next > 1 ? (recipe.stack ?? USUAL_METHOD) : null,
    align: next > 1 ? recipe.align : null,
  });
  return (
    <Grid
      templateColumns="1fr auto"
      gap="4px 16px"
      px="16px"
      py="6px"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="note"
    >
      <Flex align="center" gap="6px 8px" wrap="wrap">
        <Choose
          label="Intent"
          value={intent}
          options={INTENTS.map(({ id, name }) => ({ value: id, name }))}
          onChoose={onIntent}
        />
        <Action look="text" color="ash" aria-expanded={withCamera} onClick={() => setWithCamera(!withCamera)}>
          {withCamera ? <ChevronDown size={15} /> : <ChevronRight size={15} />}
          {`Camera: ${cameraText(camera)}`}
        </Action>
        {withCamera && <CameraBar kit={kit} camera={camera} onChoose={onCamera} />}
      </Flex>
      <Box
        gridRow={{ md: "1 / 3" }}
        gridColumn="2"
        textAlign="right"
        fontFamily="mono"
        fontSize="display"
        lineHeight="1.1"
        alignSelf="center"
        color={TONES[meter?.tone ?? "plain"]}
        aria-live="polite"
      >
        {meter?.value}
        <Box fontFamily="body" fontSize="label" color="ash">
          from the meter
        </Box>
      </Box>
      <Flex align="center" gap="6px 16px" wrap="wrap" gridColumn={{ base: "1 / 3", md: "1" }}>
        <Flex align="center" gap="6px">
          <Box as="span" color="ash" hideBelow="md">
            Filter
          </Box>
          <Choose
            label="Filter"
            value={stops === 0 ? NO_FILTER : (owned?.name ?? OF_LINE)}
            options={[
              { value: NO_FILTER, name: "no filter" },
              ...filters.map((each) => ({ value: each.name, name: `${each.name}, ${each.stops.toFixed(1)} stops` })),
              ...(stops > 0 && !owned ? [{ value: OF_LINE, name: `${stops.toFixed(1)} stops, from the line` }] : []),
            ]}
            onChoose={(name) => {
              const chosen = filters.find((each) => each.name === name);
              if (name !== OF_LINE) onRecipe({ ...recipe, filters: chosen ? [chosen.filter] : [] });
            }}
          />
        </Flex>
        <Flex align="center" gap="10px" flex="1" minW="260px" maxW="420px" order={{ base: 1, md: 0 }}>
          <Box color="ash" whiteSpace="nowrap">
            {`${counted(frames, "frame")}${worth}`}
          </Box>
          <Slide
            label="Frames"
            least={0}
            most={FRAMES.length - 1}
            value={Math.round(Math.log2(Math.min(MOST_FRAMES, frames)))}
            valueText={counted(frames, "frame")}
            onDraft={(at) => onDraft(withFrames(FRAMES[at] ?? 1))}
            onChange={(at) => onRecipe(withFrames(FRAMES[at] ?? 1))}
          />
        </Flex>
        {frames > 1 && (
          <Choose
            label="Fused by"
            value={recipe.stack ?? ""}
            placeholder="not fused"
            maxWidth="130px"
            options={LINE_METHODS.map((method) => ({ value: method, name: `by ${method}` }))}
            onChoose={(stack) => onRecipe(fusedBy(recipe, stack))}
          />
        )}
        {frames > 1 && recipe.stack !== null && lineMethodOf(recipe.stack).frames === "alike" && (
          <Choose
            label="Laid over each other"
            value={recipe.align ?? "none"}
            maxWidth="130px"
            options={ALIGNMENT_IDS.map((id) => ({ value: id, name: ALIGNMENTS[id].name.toLowerCase() }))}
            onChoose={(align) => onRecipe({ ...recipe, align: align === "none" ? null : align })}
          />
        )}
      </Flex>
    </Grid>
  );
}
