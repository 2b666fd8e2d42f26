"use client";

import { ImageIcon, Mountain } from "lucide-react";
import type { FrameReply } from "@/contracts/replies";
import { skylineRows } from "@/core/align";
import { type PaintedShape, paintedBelow } from "@/core/stack";
import { errorText } from "@/features/api/client";
import { thumbnailUrl } from "@/features/api/pictures";
import { useShot, useShotCamera } from "@/features/api/queries";
import { PaintView } from "@/features/fusing/PaintView";
import { useNight } from "@/features/nightPlan/NightContext";
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

const SKYLINE_COLUMNS = 97;

/** Paints what of a frame is ground: it stays where it is while the sky is laid by its stars. */
export function GroundView({ fold, shotId, frame, ground, onChange, onDone }: GroundViewProps) {
  const aim = useShot(shotId).data?.shot.aim ?? null;
  const lens = useShotCamera(shotId)?.lens ?? null;
  const horizon = useNight()?.plan.night.horizon ?? [];
  const fromPicture = () => {
    fold
      ?.proposeGround(thumbnailUrl(frame.thumbnailHash))
      .then((line) => onChange([paintedBelow(line)]))
      .catch((error: unknown) => notice({ tone: "wrong", text: errorText(error) }));
  };
  const fromSkyline =
    aim && lens && horizon.length > 0
      ? () => {
          const focalPx = (lens.focalLengthMm * 1000) / lens.pitchUm / (lens.widthPx / frame.width);
          const rows = skylineRows(horizon, aim, frame, focalPx, SKYLINE_COLUMNS);
          onChange([paintedBelow(rows.map((row) => row / frame.height))]);
        }
      : null;
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
          {fromSkyline && (
            <Action onClick={fromSkyline}>
              <Mountain size={15} /> From the site's skyline
            </Action>
          )}
        </>
      }
    />
  );
}
