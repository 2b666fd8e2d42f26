"use client";

import { Box } from "@chakra-ui/react";
import { Eye, EyeOff } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Rehearsal } from "@/core/rehearse";
import { Action } from "@/ui/Action";
import { type Rehearsed, useRehearsal } from "./useRehearsal";

/** Width at which the stand-in is simulated and shown, pixels. */
export const REHEARSED_WIDTH = 216;

function draw(canvas: HTMLCanvasElement, { width, height, data }: Rehearsal): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext("2d");
  if (!context) return;
  const image = context.createImageData(width, height);
  for (let pixel = 0; pixel < width * height; pixel++) {
    image.data.set(data.subarray(3 * pixel, 3 * pixel + 3), 4 * pixel);
    image.data[4 * pixel + 3] = 255;
  }
  context.putImageData(image, 0, 0);
}

function Shown(props: Rehearsed) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const picture = useRehearsal(props, REHEARSED_WIDTH);
  useEffect(() => {
    if (canvas.current && picture) draw(canvas.current, picture);
  }, [picture]);
  const count = props.plan?.frames ?? 0;
  const some = picture && count > picture.framesIn ? `${picture.framesIn} of ${count} frames` : null;
  return (
    <>
      <canvas
        ref={canvas}
        role="img"
        aria-label="A stand-in scene under your light, as these settings would take it"
        style={{
          display: "block",
          width: "100%",
          aspectRatio: picture ? `${picture.width} / ${picture.height}` : "4 / 3",
          background: "#0b0c10",
        }}
      />
      <Box color="ash">
        {[
          props.standIn.stars ? "A stand-in marsh under your stars" : "The stand-in quay under your light",
          ...(some ? [some] : []),
        ].join(", ")}
      </Box>
    </>
  );
}

/** The picture beside the field: what the point's settings would make of a stand-in scene under the person's own light. */
export function RehearsedPicture(props: Rehearsed) {
  const [shown, setShown] = useState(true);
  const Sign = shown ? EyeOff : Eye;
  return (
    <Box
      position="absolute"
      left="54px"
      bottom="38px"
      width={shown ? `${REHEARSED_WIDTH}px` : "auto"}
      bg="ink"
      borderWidth="1px"
      borderColor="line"
      p="3px"
      fontSize="label"
      lineHeight="1.3"
    >
      {shown && <Shown {...props} />}
      <Action
        look="text"
        aria-expanded={shown}
        aria-label={shown ? "Hide the picture" : "Show the picture"}
        position={shown ? "absolute" : "static"}
        top="6px"
        right="6px"
        color="bone"
        bg="ink"
        p="4px"
        onClick={() => setShown(!shown)}
      >
        <Sign size={14} />
      </Action>
    </Box>
  );
}
