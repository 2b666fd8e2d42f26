"use client";

import { Box } from "@chakra-ui/react";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import type { Closely } from "@/workers/finish.worker";

interface LoupeProps {
  readonly closely: Closely | null;
  /** Of what comes out at full size, pixels. */
  readonly whole: { readonly width: number; readonly height: number };
  readonly name: string;
}

/** Where the loupe is in the picture. */
export function LoupePlace({ closely, whole }: Omit<LoupeProps, "name">) {
  if (!closely) return null;
  const share = (part: number, of: number) => `${(100 * part) / of}%`;
  return (
    <Box
      position="absolute"
      left={share(closely.left, 1)}
      top={share(closely.top, 1)}
      width={share(closely.width, whole.width)}
      height={share(closely.height, whole.height)}
      borderWidth="2px"
      borderColor="onPicture"
      boxShadow="0 0 0 1px black"
      pointerEvents="none"
    />
  );
}

/** A part of the picture pixel by pixel, as it will be in the file. */
export function Loupe({ closely, name }: Pick<LoupeProps, "closely" | "name">) {
  return (
    <Box
      as="section"
      aria-label="Pixel by pixel"
      position="absolute"
      right="12px"
      bottom="12px"
      bg="ground"
      borderWidth="1px"
      borderColor="onPicture"
      overflow="hidden"
    >
      {closely ? (
        <Box asChild display="block" maxWidth="none" imageRendering="pixelated">
          <PixelCanvas pixels={closely} name={`${name}, pixel by pixel`} />
        </Box>
      ) : (
        <Box p="10px" fontSize="note" color="ash">
          The pixels are fetched…
        </Box>
      )}
    </Box>
  );
}
