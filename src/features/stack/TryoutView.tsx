"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { methodOf } from "@/core/stack";
import { plain } from "@/core/words";
import { Slide } from "@/ui/Slide";
import type { Tried } from "@/workers/fold.worker";

interface TryoutViewProps {
  /** What the frames come to as they are tried, small; null while it is on its way. */
  readonly tried: Tried | null;
  readonly method: Parameters<typeof methodOf>[0];
  /** A small picture of the result that is there; it is compared with. */
  readonly before: { readonly src: string; readonly name: string };
}

/** What a way does to these frames, in one line. */
export function triedText({ noise, lit, white }: Tried): string {
  return [
    noise === null ? null : `noise ${plain(noise)} of one frame's`,
    `lit ${plain(100 * lit)} % of the picture`,
    `white ${plain(100 * white)} %`,
  ]
    .filter((part) => part !== null)
    .join(", ");
}

/** A small try of a way to fuse, wiped against the result that is there. */
export function TryoutView({ tried, method, before }: TryoutViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [wipe, setWipe] = useState(0);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!tried || !context) return;
    const { width, height, data } = tried;
    const image = context.createImageData(width, height);
    for (let pixel = 0; pixel < width * height; pixel++) {
      image.data.set(data.subarray(3 * pixel, 3 * pixel + 3), 4 * pixel);
      image.data[4 * pixel + 3] = 255;
    }
    context.putImageData(image, 0, 0);
  }, [tried]);
  const fill = { position: "absolute", inset: "0", width: "100%", height: "100%", objectFit: "contain" } as const;
  const { name } = methodOf(method).words;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box flex="1" minH="0" position="relative">
        {!tried && (
          <Box asChild {...fill} opacity={0.5}>
            <img src={before.src} alt="" />
          </Box>
        )}
        {tried && (
          <>
            <Box asChild {...fill}>
              <canvas ref={canvas} width={tried.width} height={tried.height} role="img" aria-label={`Try: ${name}`} />
            </Box>
            {wipe > 0 && (
              <Box asChild {...fill} clipPath={`inset(0 ${100 - wipe}% 0 0)`}>
                <img src={before.src} alt={before.name} />
              </Box>
            )}
          </>
        )}
      </Box>
      <Flex px="14px" py="8px" gap="14px" align="center" wrap="wrap" fontSize="note" color="ash">
        <Box flex="1" minW="220px" role="status">
          {tried ? `${name}, tried small: ${triedText(tried)}.` : `${name} is tried on small copies of the frames.`}
        </Box>
        <Box width="min(260px, 100%)">
          <Slide
            label="Wipe to the result that is there"
            least={0}
            most={100}
            value={wipe}
            onDraft={setWipe}
            onChange={setWipe}
          />
        </Box>
      </Flex>
    </Flex>
  );
}
