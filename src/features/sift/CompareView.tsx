"use client";

import { Box, Grid } from "@chakra-ui/react";
import type { ZoomTransform } from "d3";
import { useMemo, useState } from "react";
import type { FrameReply } from "@/contracts/replies";
import { PictureView } from "@/features/picture/PictureView";
import { usePicture } from "@/features/picture/usePicture";
import type { ZoomLink } from "@/features/picture/useZoom";

interface PaneProps {
  readonly frame: FrameReply;
  readonly link: ZoomLink;
  readonly leads: boolean;
}

function Pane({ frame, link, leads }: PaneProps) {
  const picture = usePicture(frame.hash);
  return (
    <Box position="relative" display="flex" flexDirection="column" minW="0" minH="0" bg="ink">
      <PictureView picture={picture} hash={frame.hash} name={frame.name} link={link} leads={leads} />
      <Box position="absolute" top="4px" left="8px" fontSize="label" bg="veil" color="onPicture" px="6px">
        {frame.name}
      </Box>
    </Box>
  );
}

/** Two to four frames beside each other; whichever is zoomed or moved takes the others with it. */
export function CompareView({ frames }: { readonly frames: readonly FrameReply[] }) {
  const [transform, onMove] = useState<ZoomTransform | null>(null);
  const link = useMemo(() => ({ transform, onMove }), [transform]);
  return (
    <Grid
      flex="1"
      minH="0"
      gap="1px"
      bg="line"
      templateColumns={frames.length === 3 ? "1fr 1fr 1fr" : "1fr 1fr"}
      templateRows={frames.length > 3 ? "1fr 1fr" : "1fr"}
    >
      {frames.map((frame, at) => (
        <Pane key={frame.id} frame={frame} link={link} leads={at === 0} />
      ))}
    </Grid>
  );
}
