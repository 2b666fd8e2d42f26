"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Pause, Play, Smartphone } from "lucide-react";
import { type ReactNode, useEffect, useRef } from "react";
import type { Rehearsal, ScreenPicture } from "@/core/rehearse";
import { Action } from "@/ui/Action";
import { drawRehearsal } from "./drawRehearsal";

type Shown = Pick<Rehearsal, "width" | "height" | "data">;

function Picture({ picture, name, caption }: { picture: Shown | null; name: string; caption: ReactNode }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current && picture) drawRehearsal(canvas.current, picture);
  }, [picture]);
  return (
    <Box flex="1" minW="0" minH="0" position="relative" bg="mount">
      <Box asChild position="absolute" inset="0" width="100%" height="100%" objectFit="contain">
        <canvas ref={canvas} role="img" aria-label={name} aria-busy={picture === null} />
      </Box>
      <Box position="absolute" left="10px" bottom="8px" bg="veil" color="onPicture" px="8px" py="2px" fontSize="note">
        {caption}
      </Box>
    </Box>
  );
}

interface RehearseViewProps {
  readonly picture: Rehearsal | null;
  /** Frames that the run has taken by then. */
  readonly frames: number;
  /** The moment, in words. */
  readonly moment: string;
  readonly screen: ScreenPicture | null;
  readonly withScreen: boolean;
  readonly onScreen: () => void;
  readonly playing: boolean;
  readonly onPlay: () => void;
}

/** The picture that will be, at a moment of its run; beside it, when asked, what the phone's screen shows. */
export function RehearseView(props: RehearseViewProps) {
  const { picture, frames, moment, screen, withScreen, onScreen, playing, onPlay } = props;
  const some = picture && picture.framesIn < frames ? `; ${picture.framesIn} of its frames are in the picture` : "";
  return (
    <Flex flex="1" minH="0" direction={{ base: "column", md: "row" }} gap="2px" position="relative">
      <Picture
        picture={picture}
        name="The picture, simulated before it is taken"
        caption={picture ? `${moment}${some}` : "The scene is being lit…"}
      />
      {withScreen && (
        <Picture
          picture={screen}
          name="What the phone's screen shows"
          caption="What the phone's screen shows: not the picture"
        />
      )}
      <Flex position="absolute" right="8px" top="6px" gap="2px" bg="veil">
        <Action look="text" onClick={onPlay} color="onPicture" px="9px" minH="34px" fontSize="note">
          {playing ? <Pause size={17} /> : <Play size={17} />} {playing ? "Stop" : "Let it gather"}
        </Action>
        <Action
          look="text"
          onClick={onScreen}
          aria-pressed={withScreen}
          color={withScreen ? "lamp" : "onPicture"}
          px="9px"
          minH="34px"
          fontSize="note"
          title="What the phone's screen shows (s)"
        >
          <Smartphone size={17} /> The phone's screen
        </Action>
      </Flex>
    </Flex>
  );
}
