"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download } from "lucide-react";
import { useState } from "react";
import { makingReply } from "@/contracts/replies";
import { largestPrint, type OutSpace } from "@/core/finish";
import { EXPORT_FORMAT_IDS, EXPORT_FORMATS, printCoordinates } from "@/core/formats";
import { plain } from "@/core/words";
import { errorText, sendJson } from "@/features/api/client";
import { DownloadLink } from "@/features/api/DownloadLink";
import { useNight } from "@/features/nightPlan/NightContext";
import { Action } from "@/ui/Action";
import { Bar } from "@/ui/Bar";
import { Choose } from "@/ui/Choose";
import { Tick } from "@/ui/Tick";

interface Size {
  readonly width: number;
  readonly height: number;
}

interface TakeAwayProps {
  readonly finishId: string;
  /** What comes out at full size, and the picture that it is cut out of, pixels; null until they are known. */
  readonly size: Size | null;
  readonly of: Size | null;
}

/** Longest edges that are offered beside all pixels, for screens and for sending. */
const EDGES = [4096, 2048, 1080] as const;
/** Qualities of what loses something, from what nobody tells apart to what is quickly sent. */
const QUALITIES = [97, 92, 80, 60] as const;

/** What is left of the picture, and how large it can be printed. */
function sizeText(size: Size, of: Size): string {
  const print = largestPrint(size);
  const lost = 1 - (size.width * size.height) / (of.width * of.height);
  return [
    `${size.width.toLocaleString("en-US")} x ${size.height.toLocaleString("en-US")} pixels`,
    ...(lost > 0.0005 ? [`${plain(100 * lost)} % lost`] : []),
    `prints up to ${plain(print.width)} x ${plain(print.height)} cm at 240 dpi`,
  ].join(" · ");
}

/** So often the page asks how far a picture is, milliseconds. */
const ASKS_EVERY_MS = 150;

/** Has a version's picture made at full size. */
function useMaking(finishId: string) {
  const [part, setPart] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const make = async (space: OutSpace): Promise<boolean> => {
    setProblem(null);
    setPart(0);
    try {
      for (let done = 0; done < 1; ) {
        done = (await sendJson("POST", `/api/finishes/${finishId}/making?space=${space}`, {}, makingReply)).part;
        setPart(done);
        if (done < 1) await new Promise((resolve) => setTimeout(resolve, ASKS_EVERY_MS));
      }
      return true;
    } catch (error) {
      setProblem(errorText(error));
      return false;
    } finally {
      setPart(null);
    }
  };
  return { part, problem, make };
}

/** The finished picture as a file: its pixels are made when it is asked for. */
export function TakeAway({ finishId, size, of }: TakeAwayProps) {
  const [edge, setEdge] = useState<number>(0);
  const [space, setSpace] = useState<OutSpace>("srgb");
  const [quality, setQuality] = useState<number>(92);
  const [isPlaced, setPlaced] = useState(false);
  const site = useNight()?.site ?? null;
  const { part, problem, make } = useMaking(finishId);
  const sizes = EDGES.filter((px) => size === null || px < Math.max(size.width, size.height));
  const query = (format: string) =>
    `format=${format}&space=${space}&quality=${quality}${edge > 0 ? `&edge=${edge}` : ""}${isPlaced ? "&place=1" : ""}`;
  return (
    <Box as="section" aria-label="Take it away" borderTopWidth="1px" borderColor="line" py="8px">
      {/* While pixels are made this is said where their number stood, so that nothing moves under the hand. */}
      <Box fontSize="note" color="ash" pb="6px" minH="44px">
        {part === null ? (
          size && of && sizeText(size, of)
        ) : (
          <Box role="status">
            All its pixels are made: {Math.round(100 * part)} %
            <Bar label="Pixels made" done={part} total={1} />
          </Box>
        )}
      </Box>
      <Flex gap="8px" align="center" wrap="wrap" pb="6px" fontSize="note" color="ash">
        <Choose
          size="xs"
          label="Size"
          value={edge}
          options={[
            { value: 0, name: "All pixels" },
            ...sizes.map((px) => ({ value: px as number, name: `Longest edge ${px}` })),
          ]}
          onChoose={setEdge}
        />
        <Choose
          size="xs"
          label="Colours"
          value={space}
          options={[
            { value: "srgb", name: "sRGB" },
            { value: "p3", name: "Display P3" },
          ]}
          onChoose={setSpace}
        />
        <Choose
          size="xs"
          label="Quality of JPEG, WebP and AVIF"
          value={quality}
          options={QUALITIES.map((value) => ({ value: value as number, name: `Quality ${value}` }))}
          onChoose={setQuality}
        />
      </Flex>
      <Flex gap="6px" wrap="wrap">
        {EXPORT_FORMAT_IDS.map((format) => (
          <Action asChild key={format} look={format === "jpeg" ? "main" : "plain"} px="10px">
            <DownloadLink
              href={`/api/finishes/${finishId}/download?${query(format)}`}
              prepare={() => make(format === "fits" ? "srgb" : space)}
            >
              <Download size={15} /> {EXPORT_FORMATS[format].name}
            </DownloadLink>
          </Action>
        ))}
      </Flex>
      {problem && (
        <Box role="alert" fontSize="note" color="coral" pt="6px">
          {problem}
        </Box>
      )}
      <Box fontSize="note" color="ash" pt="4px">
        With the look line and the recipe among its metadata,{" "}
        {isPlaced ? "and where it was taken." : "without the place where it was taken."}
      </Box>
      {site && (
        <Box fontSize="note" pt="4px">
          <Tick checked={isPlaced} onChange={setPlaced}>
            Say where: {site.name}, {printCoordinates(site)}
          </Tick>
        </Box>
      )}
    </Box>
  );
}
