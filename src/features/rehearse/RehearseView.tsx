"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Pause, Play, Smartphone, ZoomIn } from "lucide-react";
import { type ReactNode, useEffect, useRef } from "react";
import type { Rehearsal, ScreenPicture } from "@/core/rehearse";
import { RoomForPicture } from "@/features/picture/RoomForPicture";
import { Action } from "@/ui/Action";
import { Bar } from "@/ui/Bar";
import { Slide } from "@/ui/Slide";
import { drawRehearsal } from "./drawRehearsal";

type Shown = Pick<Rehearsal, "width" | "height" | "data" | "unknown">;

/** How far a picture is, as a share, with what is done; null once it is whole. */
function progressOf(picture: Rehearsal | null): { readonly share: number; readonly text: string } | null {
  if (picture === null) return { share: 0, text: "The scene is being lit…" };
  const { litShare, framesIn, framesOf } = picture;
  if (litShare !== undefined)
    return { share: litShare, text: `A glance; it is lit in full: ${Math.round(100 * litShare)} %` };
  return framesIn < framesOf ? { share: framesIn / framesOf, text: `${framesIn} of ${framesOf} frames so far` } : null;
}

interface PictureProps {
  readonly picture: Shown | null;
  readonly name: string;
  readonly caption?: string;
  /** What lies over it. */
  readonly children?: ReactNode;
}

function Picture({ picture, name, caption, children }: PictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current && picture) drawRehearsal(canvas.current, picture);
  }, [picture]);
  return (
    <Box flex="1" minW="0" minH="0" position="relative" bg={picture ? "mount" : "slate"}>
      <Box asChild position="absolute" inset="0" width="100%" height="100%" objectFit="contain">
        <canvas ref={canvas} role="img" aria-label={name} aria-busy={picture === null} />
      </Box>
      {caption && (
        <Box position="absolute" left="10px" bottom="8px" bg="veil" color="onPicture" px="8px" py="2px" fontSize="note">
          {caption}
        </Box>
      )}
      {children}
    </Box>
  );
}

interface LoupeProps {
  readonly picture: Shown | null;
  /** It stands at the other side of where one looks. */
  readonly atRight: boolean;
  readonly isFine: boolean;
}

/** The picture pixel by pixel, where the pointer is. */
function Loupe({ picture, atRight, isFine }: LoupeProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current && picture) drawRehearsal(canvas.current, picture);
  }, [picture]);
  return (
    <Box
      position="absolute"
      left={atRight ? "auto" : "10px"}
      right={atRight ? "10px" : "auto"}
      top="48px"
      width="362px"
      maxW="60%"
      borderWidth="1px"
      borderColor="lamp"
      bg="mount"
      pointerEvents="none"
    >
      <Box asChild display="block" width="100%">
        <canvas
          ref={canvas}
          role="img"
          aria-label="A part of the picture, pixel by pixel"
          aria-busy={!isFine}
          style={{ aspectRatio: "4 / 3" }}
        />
      </Box>
      {!isFine && (
        <Box position="absolute" left="8px" bottom="6px" bg="veil" color="onPicture" px="8px" fontSize="label">
          its pixels are on their way…
        </Box>
      )}
    </Box>
  );
}

/** Another recipe's picture over this one, cut off where the wipe stands. */
interface Wiped {
  readonly picture: Rehearsal | null;
  readonly line: string;
  /** Share of the width, from the left, that shows the line's own picture, percent. */
  readonly at: number;
  readonly onAt: (at: number) => void;
}

function Wipe({ wiped: { picture, line, at, onAt } }: { readonly wiped: Wiped }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current && picture) drawRehearsal(canvas.current, picture);
  }, [picture]);
  return (
    <>
      <Box
        asChild
        position="absolute"
        inset="0"
        width="100%"
        height="100%"
        objectFit="contain"
        bg="mount"
        style={{ clipPath: `inset(0 0 0 ${at}%)` }}
      >
        <canvas
          ref={canvas}
          role="img"
          aria-label={`The same scene by ${line}`}
          aria-busy={picture === null}
          hidden={picture === null}
        />
      </Box>
      <Box position="absolute" top="0" bottom="0" left={`${at}%`} width="2px" bg="lamp" aria-hidden />
      <Box position="absolute" right="10px" bottom="60px" bg="veil" color="onPicture" px="8px" py="2px" fontSize="note">
        {picture ? line : `${line} is on its way…`}
      </Box>
      <Box position="absolute" left="0" right="0" bottom="34px">
        <Slide label="Wipe between the two" least={0} most={100} value={at} valueText={`${at} %`} onChange={onAt} />
      </Box>
    </>
  );
}

interface ToggleProps {
  readonly on: boolean;
  readonly onPress: () => void;
  readonly title: string;
  readonly children: ReactNode;
}

/** Something of the picture that is shown or not. */
function Toggle({ on, onPress, title, children }: ToggleProps) {
  return (
    <Action
      look="text"
      onClick={onPress}
      aria-pressed={on}
      color={on ? "lamp" : "bone"}
      justifyContent="flex-start"
      px="9px"
      minH="34px"
      fontSize="note"
      title={title}
    >
      {children}
    </Action>
  );
}

interface RehearseViewProps {
  readonly picture: Rehearsal | null;
  /** Width by height of the picture that is on its way. */
  readonly aspect: number;
  /** Frames that the run has taken by then. */
  readonly frames: number;
  /** The moment, in words. */
  readonly moment: string;
  /** Null where nothing is set beside it. */
  readonly wiped: Wiped | null;
  readonly screen: ScreenPicture | null;
  readonly withScreen: boolean;
  readonly onScreen: () => void;
  readonly playing: boolean;
  readonly onPlay: () => void;
  /** What lies over the picture, as large as its frame. */
  readonly over?: ReactNode;
  /** A part of it pixel by pixel. */
  readonly close: {
    readonly on: boolean;
    readonly toggle: () => void;
    /** Where one looks, as shares of the picture. */
    readonly pointed: { readonly x: number; readonly y: number };
    readonly part: Shown | null;
    /** Whether it is exposed pixel by pixel already. */
    readonly isFine: boolean;
  };
}

/** The picture that will be, at a moment of its run; beside it, when asked, what the phone's screen shows. */
export function RehearseView(props: RehearseViewProps) {
  const { picture, frames, moment, wiped, screen, withScreen, onScreen, playing, onPlay, over } = props;
  const { aspect, close } = props;
  const progress = progressOf(picture);
  const some = picture && picture.framesOf < frames ? `; ${picture.framesOf} of its frames are in the picture` : "";
  const shape = picture ? picture.width / picture.height : aspect;
  const tools = (
    <>
      <Action
        look="text"
        onClick={onPlay}
        color="bone"
        justifyContent="flex-start"
        px="9px"
        minH="34px"
        fontSize="note"
      >
        {playing ? <Pause size={17} /> : <Play size={17} />} {playing ? "Stop" : "Play the exposure"}
      </Action>
      <Toggle on={close.on} onPress={close.toggle} title="Pixel by pixel where the pointer is (l)">
        <ZoomIn size={17} /> 1:1
      </Toggle>
      <Toggle on={withScreen} onPress={onScreen} title="What the phone's screen shows (s)">
        <Smartphone size={17} /> The phone's screen
      </Toggle>
      <Box color="ash" fontSize="note" px="9px" py="6px">
        {progress ? progress.text : `${moment}${some}`}
      </Box>
    </>
  );
  return (
    <RoomForPicture aspect={withScreen ? 2 * shape : shape} tools={tools}>
      <Flex height="100%" gap="2px">
        <Picture picture={picture} name="The picture, simulated before it is taken">
          {over}
          {progress && (
            <Box position="absolute" insetX="0" bottom="0">
              <Bar label={progress.text} done={progress.share} total={1} />
            </Box>
          )}
          {close.on && <Loupe picture={close.part} atRight={close.pointed.x < 0.5} isFine={close.isFine} />}
          {wiped && <Wipe wiped={wiped} />}
        </Picture>
        {withScreen && (
          <Picture
            picture={screen}
            name="What the phone's screen shows"
            caption={
              screen ? "What the phone's screen shows: not the picture" : "What the phone's screen shows is on its way…"
            }
          />
        )}
      </Flex>
    </RoomForPicture>
  );
}
