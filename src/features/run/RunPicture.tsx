"use client";

import { Box } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import type { FrameReply } from "@/contracts/replies";
import { previewOf } from "@/features/api/pictures";
import { drawRehearsal } from "@/features/rehearse/drawRehearsal";
import type { Folded } from "@/workers/fold.worker";

const FILLING = {
  maxW: "100%",
  maxH: "100%",
  objectFit: "contain",
  position: "absolute",
  inset: "0",
  width: "100%",
  height: "100%",
} as const;

/** A frame of a run, as large as there is room. */
export function FramePicture({ frame }: { readonly frame: FrameReply }) {
  return (
    <Box asChild {...FILLING}>
      <img {...previewOf(frame.hash)} alt={`${frame.name}, ${frame.width} x ${frame.height} pixels`} />
    </Box>
  );
}

/** A run's frames folded onto each other so far. */
export function FoldedPicture({ folded }: { readonly folded: Folded }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current) drawRehearsal(canvas.current, folded);
  }, [folded]);
  return (
    <Box asChild {...FILLING}>
      <canvas ref={canvas} role="img" aria-label={`${folded.frames} frames, fused so far`} />
    </Box>
  );
}
