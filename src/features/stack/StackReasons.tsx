"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download, Film, Layers as LayersIcon } from "lucide-react";
import { DateTime } from "luxon";
import type { PictureViewReply, RunReply, StackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { EXPORT_FORMAT_IDS, EXPORT_FORMATS } from "@/core/formats";
import { readableDuration } from "@/core/recipe";
import { type Ghosts, growsByFrames, METHODS, methodOf } from "@/core/stack";
import { counted } from "@/core/words";
import { DownloadLink } from "@/features/api/DownloadLink";
import { FusingOptions } from "@/features/fusing/FusingOptions";
import { RefusedList } from "@/features/fusing/RefusedList";
import { HistogramView } from "@/features/picture/HistogramView";
import { LightScaleView } from "@/features/picture/LightScaleView";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Readout } from "@/ui/Readout";
import { ghostText } from "./GhostMarks";
import { LayersOfLight } from "./LayersOfLight";
import type { StackLights } from "./stackLights";
import type { Balance } from "./useBalance";

interface StackReasonsProps {
  readonly stacks: readonly StackReply[];
  readonly chosen: StackReply;
  /** What the result's pixels say, once it is open. */
  readonly view: PictureViewReply | null;
  readonly lights: StackLights | null;
  /** The parts of the result; null where it is of a piece, or is not there yet. */
  readonly balance: Balance | null;
  /** Who remains of frames that were to be emptied; null where nobody asks. */
  readonly ghosts: Ghosts | null;
  /** Other batches of the shot. */
  readonly others: readonly RunReply[];
  readonly busy: boolean;
  readonly onChoose: (stackId: string) => void;
  /** Shows the picture as it grows. */
  readonly onFilm: () => void;
  /** Another way that is tried; null while the result is looked at. */
  readonly tried: StackParameters | null;
  readonly onTry: (parameters: StackParameters) => void;
}

const percent = (share: number): string =>
  `${(100 * share).toFixed(share > 0 && share < 0.001 ? 3 : share < 0.1 ? 2 : 1)}`;

/** The result in numbers, where it came from, and the ways to take it. */
export function StackReasons({
  stacks,
  chosen,
  view,
  lights,
  balance,
  ghosts,
  others,
  busy,
  onChoose,
  onFilm,
  tried,
  onTry,
}: StackReasonsProps) {
  const { stack } = chosen;
  const { method } = stack.parameters;
  const { words, law } = methodOf(method);
  return (
    <Box>
      {stacks.length > 1 && (
        <Choose
          size="md"
          label="Result"
          value={stack.id}
          options={stacks.map(({ stack: entry }) => ({
            value: entry.id,
            name: `${methodOf(entry.parameters.method).words.gives}, ${counted(entry.framesUsed ?? entry.inputs.length, "frame")}${entry.parameters.rawCopies ? " raw" : ""}, ${DateTime.fromISO(entry.createdAt).toFormat("d LLL HH:mm:ss")}`,
          }))}
          onChoose={onChoose}
        />
      )}
      {balance && !tried && <LayersOfLight balance={balance} />}
      {view && (
        <>
          <HistogramView view={view} marks={lights?.marks ?? null} />
          {lights && (
            <Box pt="8px">
              <Box fontSize="note" color="ash" pb="2px">
                Promised, and what is asked of it
              </Box>
              <LightScaleView scale={lights.scale} nameOf={lights.nameOf} />
            </Box>
          )}
          <Flex gap="18px">
            <Box flex="1">
              <Readout
                label="Clipped, any channel"
                value={percent(view.clippedAny)}
                unit="%"
                tone={view.clippedAny > 0.02 ? "coral" : "bone"}
                because={`${percent(view.clippedAll)} % in all three: white, without detail.`}
              />
            </Box>
            <Box flex="1">
              <Readout
                label="Crushed"
                value={percent(view.crushedAll)}
                unit="%"
                because="At the very bottom: black, without detail."
              />
            </Box>
          </Flex>
        </>
      )}
      {stack.resultHash && (
        <>
          <Readout
            label={words.resultOf}
            value={stack.framesUsed}
            unit="frames"
            because={
              <>
                {stack.width} × {stack.height} pixels, 16 bits a channel
                {law?.isLongExposure &&
                  `; averaged in linear light, noise down to 1/${(1 / law.noiseShare(stack.framesUsed ?? 1)).toFixed(1)}`}
                {stack.gapsLeft !== null &&
                  stack.gapsLeft > 0 &&
                  `. ${counted(stack.gapsLeft, "gap")} could not be filled: the stars were not found again`}
                {stack.seconds !== null && `. Made in ${readableDuration(Math.round(stack.seconds * 10) / 10)}`}.
              </>
            }
          />
          {stack.parameters.align === "stars" && stack.parameters.ground === null && (
            <Box py="8px" fontSize="note" color="ash">
              Laid by its stars, ground and all. To hold the ground still, try a way once more and choose "Hold the
              ground".
            </Box>
          )}
          {ghosts && (
            <Box py="8px" fontSize="note" color={ghosts.ghosts.length > 0 ? "coral" : "ash"} role="status">
              {ghostText(ghosts, stack.framesUsed ?? 0)}
            </Box>
          )}
          <Box py="12px">
            <Box fontSize="note" color="ash" mb="6px">
              Download
            </Box>
            <Flex gap="6px" wrap="wrap">
              {EXPORT_FORMAT_IDS.map((format) => (
                <Action asChild key={format} look={format === "tiff" ? "main" : "plain"} px="10px">
                  <DownloadLink href={`/api/stacks/${stack.id}/download?format=${format}`}>
                    <Download size={15} /> {EXPORT_FORMATS[format].name}
                  </DownloadLink>
                </Action>
              ))}
              {growsByFrames(method) && stack.parameters.align === "none" && (
                <Action px="10px" onClick={onFilm}>
                  <Film size={15} /> A film of it growing
                </Action>
              )}
              {stack.layers && (
                <Action asChild px="10px" title="The pages of a 16-bit TIFF; their light adds up to the picture">
                  <DownloadLink href={`/api/stacks/${stack.id}/download?format=tiff&of=layers`}>
                    <LayersIcon size={15} /> Its parts
                  </DownloadLink>
                </Action>
              )}
            </Flex>
          </Box>
        </>
      )}
      {!busy && (
        <Flex gap="6px" wrap="wrap" align="center" fontSize="note">
          <Box color="ash" width="100%">
            Fuse the same frames another way
          </Box>
          {METHODS.map(({ id, words: { gives } }) => (
            <Action
              key={id}
              px="10px"
              title={`By ${id}`}
              aria-pressed={tried?.method === id}
              color={tried?.method === id ? "lamp" : undefined}
              onClick={() => onTry({ ...(tried ?? stack.parameters), method: id })}
            >
              {gives}
            </Action>
          ))}
        </Flex>
      )}
      {!busy && tried && (
        <Box>
          <Box fontSize="note" color="ash" pt="8px">
            {methodOf(tried.method).words.does}
          </Box>
          <FusingOptions value={tried} onChange={onTry} others={others} />
        </Box>
      )}
      <RefusedList refused={stack.refused} />
    </Box>
  );
}
