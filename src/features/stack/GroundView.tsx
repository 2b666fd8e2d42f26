"use client";

import { ImageIcon, Mountain } from "lucide-react";
import type { FrameReply } from "@/contracts/replies";
import { type PaintedShape, paintedBelow } from "@/core/stack";
import { errorText } from "@/features/api/client";
import { thumbnailUrl } from "@/features/api/pictures";
import { PaintView } from "@/features/fusing/PaintView";
import { useSkyline } from "@/features/fusing/useSkyline";
import { Action } from "@/ui/Action";
import { notice } from "@/ui/Notice";
import type { Folder } from "@/workers/clients";

interface GroundViewProps {
  readonly fold: Folder;
  readonly shotId: string;
  /** The frame over which the others are laid. */
  readonly frame: FrameReply;
  readonly ground: readonly PaintedShape[];
  readonly onChange: (ground: readonly PaintedShape[]) => void;
  readonly onDone: () => void;
}

/** Paints what of a frame is ground: it stays where it is while the sky is laid by its stars. */
export function GroundView({ fold, shotId, frame, ground, onChange, onDone }: GroundViewProps) {
  const skyline = useSkyline(shotId, frame);
  const fromPicture = () => {
    fold
      ?.proposeGround(thumbnailUrl(frame.thumbnailHash))
      .then((line) => onChange([paintedBelow(line)]))
      .catch((error: unknown) => notice({ tone: "wrong", text: errorText(error) }));
  };
  return (
    <PaintView
      hash={frame.hash}
      size={frame}
      says="Paint what is ground: it stays where it is while the sky is laid over itself by its stars."
      adds="Ground"
      wipes="Sky"
      shapes={ground}
      onChange={onChange}
      onDone={onDone}
      proposals={
        <>
          <Action disabled={!fold} onClick={fromPicture}>
            <ImageIcon size={15} /> From the picture
          </Action>
          {skyline && (
            <Action onClick={() => onChange([paintedBelow(skyline)])}>
              <Mountain size={15} /> From the site's skyline
            </Action>
          )}
        </>
      }
    />
  );
}
