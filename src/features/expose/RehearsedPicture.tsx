"use client";

import { Box, Dialog, Flex, Portal } from "@chakra-ui/react";
import { Eye, EyeOff, Maximize2 } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { REST_WIDTH_PX, sceneNameFor } from "@/core/rehearse";
import { SCENE_TITLES } from "@/core/scene/names";
import { drawRehearsal } from "@/features/rehearse/drawRehearsal";
import { useLightAhead, useRehearsal } from "@/features/rehearse/useRehearsal";
import { Action } from "@/ui/Action";
import type { Rehearsed } from "@/workers/rehearse.worker";

/** Width at which the stand-in is simulated and shown beside the field, pixels. */
const SMALL_WIDTH = 300;
/** What Rehearse opens with. */
const AHEAD = [REST_WIDTH_PX];

const titleOf = ({ request }: Rehearsed): string => SCENE_TITLES[sceneNameFor(request.intent, request)].toLowerCase();

interface SimulatedProps extends Rehearsed {
  readonly widthPx: number;
  /** What can be done with it, beside its words. */
  readonly actions?: ReactNode;
}

function Simulated({ widthPx, actions, ...rehearsed }: SimulatedProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const picture = useRehearsal(rehearsed, widthPx);
  useLightAhead(rehearsed, AHEAD, picture !== null && picture.framesIn === picture.framesOf);
  useEffect(() => {
    if (canvas.current && picture) drawRehearsal(canvas.current, picture);
  }, [picture]);
  const count = rehearsed.plan?.frames ?? 0;
  const some = picture && count > picture.framesIn ? `${picture.framesIn} of ${count} frames` : null;
  return (
    <>
      <Box asChild display="block" width="100%" bg={picture ? "mount" : "slate"}>
        <canvas
          ref={canvas}
          role="img"
          aria-label="A stand-in scene under your light, as these settings would take it"
          style={{ aspectRatio: picture ? `${picture.width} / ${picture.height}` : "4 / 3" }}
        />
      </Box>
      <Flex justify="space-between" gap="2px 12px" wrap="wrap" color="ash" fontSize="label">
        <Box>
          {[`A stand-in under your light: ${titleOf(rehearsed)}`, ...(some ? [some] : [])].join(", ")}
          {!picture && rehearsed.plan && ", being lit …"}
        </Box>
        {actions}
      </Flex>
    </>
  );
}

/** The picture before it is taken: what the point's settings would make of a stand-in scene under the person's own light. */
export function RehearsedPicture(props: Rehearsed) {
  const [shown, setShown] = useState(true);
  const [large, setLarge] = useState(false);
  const Sign = shown ? EyeOff : Eye;
  const quiet = { look: "text", color: "ash", fontSize: "label" } as const;
  const actions = (
    <Flex gap="12px" ml="auto">
      {shown && (
        <Action {...quiet} onClick={() => setLarge(true)} aria-label="Show the picture large">
          <Maximize2 size={13} /> larger
        </Action>
      )}
      <Action
        {...quiet}
        aria-expanded={shown}
        aria-label={shown ? "Hide the picture" : "Show the picture"}
        onClick={() => setShown(!shown)}
      >
        <Sign size={13} /> {shown ? "hide" : "the picture"}
      </Action>
    </Flex>
  );
  return (
    <Box mb="4px">
      {shown ? <Simulated {...props} widthPx={SMALL_WIDTH} actions={actions} /> : actions}
      <Dialog.Root open={large} onOpenChange={(change) => setLarge(change.open)} lazyMount unmountOnExit>
        <Portal>
          <Dialog.Backdrop />
          <Dialog.Positioner>
            <Dialog.Content width={`min(${REST_WIDTH_PX + 32}px, 96vw, 108vh)`} px="16px" py="12px">
              <Flex justify="space-between" align="center" mb="6px">
                <Dialog.Title mb="0">As these settings would take it</Dialog.Title>
                <Dialog.CloseTrigger asChild>
                  <Action look="quiet">Close</Action>
                </Dialog.CloseTrigger>
              </Flex>
              <Simulated {...props} widthPx={REST_WIDTH_PX} />
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </Box>
  );
}
