"use client";

import { Building2, Mountain } from "lucide-react";
import type { ComponentProps } from "react";
import { FINISH_LIGHTS, type FinishLightId, type Outline } from "@/core/finish";
import { paintedAbove } from "@/core/stack";
import { PaintView } from "@/features/fusing/PaintView";
import { useSkyline } from "@/features/fusing/useSkyline";
import { Action } from "@/ui/Action";
import type { Finishing } from "./useFinish";

/** Paints where a light of the picture is. */
export function PaintLight({
  id,
  shotId,
  state,
  standing,
  ...rest
}: {
  readonly id: FinishLightId;
  readonly shotId: string;
  readonly state: Finishing;
  /** Outlines of what stands higher than the camera. */
  readonly standing: readonly Outline[];
} & Pick<ComponentProps<typeof PaintView>, "hash" | "size" | "onDone">) {
  const { name, holds } = FINISH_LIGHTS[id];
  const skyline = useSkyline(shotId, rest.size);
  return (
    <PaintView
      {...rest}
      says={`Paint what belongs to ${name.toLowerCase()}: ${holds}.`}
      adds={name}
      wipes="As it was found"
      shapes={state.finish.painted[id] ?? []}
      onChange={(shapes) => state.paint(id, shapes)}
      proposals={
        <>
          {id === "sky" && skyline && (
            <Action onClick={() => state.paint(id, [paintedAbove(skyline)])}>
              <Mountain size={15} /> Over the site's skyline
            </Action>
          )}
          {id === "facade" && standing.length > 0 && (
            <Action
              onClick={() =>
                state.paint(
                  id,
                  standing.map((points) => ({ adds: true, points, width: null })),
                )
              }
            >
              <Building2 size={15} /> What stands higher than the camera
            </Action>
          )}
        </>
      }
    />
  );
}
