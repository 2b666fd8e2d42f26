"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { FrameReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { PaintView } from "@/features/fusing/PaintView";
import { Slide } from "@/ui/Slide";

interface KeepViewProps {
  /** Those that take part. */
  readonly frames: readonly FrameReply[];
  readonly keeps: StackParameters["keeps"];
  readonly onChange: (keeps: StackParameters["keeps"]) => void;
  readonly onDone: () => void;
}

/** Paints what of one frame is kept as it is, whatever the others show there. */
export function KeepView({ frames, keeps, onChange, onDone }: KeepViewProps) {
  const at = frames.findIndex(({ id }) => id === keeps?.frameId);
  const [looked, setLooked] = useState(at >= 0 ? at : Math.floor((frames.length - 1) / 2));
  const frame = frames[looked];
  if (!frame) return null;
  const shapes = keeps?.shapes ?? [];
  return (
    <PaintView
      hash={frame.hash}
      size={frame}
      says={`Paint who stays on purpose: there the picture is ${frame.name} alone.`}
      adds="Stays"
      wipes="Goes"
      shapes={shapes}
      onChange={(next) => onChange(next.length > 0 ? { frameId: frame.id, shapes: [...next] } : null)}
      onDone={onDone}
      proposals={
        <Flex align="center" gap="10px">
          Frame {looked + 1} of {frames.length}
          <Slide
            label="Frame that is kept"
            width="120px"
            least={0}
            most={frames.length - 1}
            value={looked}
            valueText={frame.name}
            onChange={(next) => {
              setLooked(next);
              const chosen = frames[next];
              if (keeps && chosen) onChange({ ...keeps, frameId: chosen.id });
            }}
          />
        </Flex>
      }
    />
  );
}
