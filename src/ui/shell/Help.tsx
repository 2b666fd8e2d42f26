"use client";

import { Box, Dialog, Flex, Grid, Portal } from "@chakra-ui/react";
import { Action } from "../Action";
import { StationMap } from "./StationMap";

interface HelpProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly numbered: readonly string[];
}

const KEYS = [
  ["?", "this help"],
  ["F8", "to the message at the foot of the page, with its undo"],
  [";", "find a place or do a thing by name"],
  ["← →", "on the ribbon: move the cursor; with Shift by a tenth of what is shown"],
  ["r", "where the night is folded to a line: opens its ribbon, and closes it"],
  ["+ − Home", "on the ribbon: closer, farther, the whole night; Page keys go along it"],
  [
    "arrows, Enter, z",
    "on a block of the ribbon: move and stretch it, open its shot, zoom to it; comma and full stop move it by 10 s",
  ],
  ["Enter, Esc", "in the recipe line: save it, or put the saved one back"],
  ["t, y", "at Run: take a test frame; take what it proposes, and another one"],
  ["c, o, b", "while a run goes on: leave this frame out for a car, a cloud, a bump"],
  ["w, n", "while a run goes on: write a note, or say one"],
  ["f, m", "in a run by hand: log a frame; count down from a landmark"],
  [
    "l, s, v, ← →",
    "at Sift: leave a frame out or take it in, mark the best of all, set it beside others, go from frame to frame",
  ],
  ["x", "on a picture: fit, or every pixel (1:1)"],
  ["h", "on a picture: show where it clips and where it is crushed"],
  ["+ − and arrows", "on a picture: closer, farther, sideways"],
] as const;

/** The stations, and the keys. */
export function Help({ open, onClose, numbered }: HelpProps) {
  const keys = [...numbered.slice(0, 9).map((name, index) => [String(index + 1), name] as const), ...KEYS];
  return (
    <Dialog.Root open={open} onOpenChange={(change) => !change.open && onClose()} size="md" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.700" />
        <Dialog.Positioner>
          <Dialog.Content
            maxW="980px"
            width="94vw"
            bg="slate"
            borderRadius="part"
            boxShadow="none"
            borderWidth="1px"
            borderColor="line"
          >
            <Dialog.Header>
              <Dialog.Title fontSize="title">How this works</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Grid templateColumns={{ base: "1fr", lg: "minmax(0, 1.1fr) minmax(0, 1fr)" }} gap="18px 34px">
                <StationMap />
                <Box as="dl" fontSize="note">
                  {keys.map(([key, meaning]) => (
                    <Flex key={key + meaning} py="3px" borderTopWidth="1px" borderColor="line" gap="14px">
                      <Box as="dt" fontFamily="mono" width="112px" color="lamp" flexShrink="0">
                        {key}
                      </Box>
                      <Box as="dd">{meaning}</Box>
                    </Flex>
                  ))}
                </Box>
              </Grid>
              <Box mt="14px" fontSize="note" color="ash">
                In a hurry, hand-held, or in front of a still scene with deep shadows, the phone's own automatic night
                mode will do better than all this.
              </Box>
            </Dialog.Body>
            <Dialog.Footer>
              <Action look="text" fontWeight={600} minH="36px" onClick={onClose}>
                Close
              </Action>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
