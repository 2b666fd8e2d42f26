import { useState } from "react";
import type { OwnPicture } from "@/contracts/own";
import type { ShotReply } from "@/contracts/replies";
import { type DrawnPoint, type ToolId, withMark } from "./own/marks";
import type { Own } from "./own/useOwnPicture";
import { useDrawnWay } from "./useDrawnWay";
import type { Rehearse } from "./useRehearse";

/** What is drawn over a picture, and the size that it is drawn over. */
type Drawn = Pick<OwnPicture, "width" | "height" | "paths" | "regions">;

/** What a hand draws over the rehearsed picture: marks on a person's own, a lantern's way over the stand-in. */
export function useDrawing(shot: ShotReply, rehearse: Rehearse, { own, shown, save }: Own) {
  const [tool, setTool] = useState<ToolId>("none");
  const drawnWay = useDrawnWay(shot, rehearse);
  const { request } = rehearse;
  const ownMarks = shown ? own : null;
  const draw = (points: readonly DrawnPoint[]) => {
    if (tool === "none") return;
    if (ownMarks) {
      const [lamp = "lantern"] = request.lamps;
      save(withMark(ownMarks, tool, points, lamp, request.water ?? "chop"));
      return;
    }
    drawnWay?.save(points);
    setTool("none");
  };
  const overStandIn = (size: { readonly width: number; readonly height: number }): Drawn => ({
    width: size.width,
    height: size.height,
    paths: [],
    regions: [],
  });
  const over = ownMarks ? () => ownMarks : drawnWay && tool === "path" ? overStandIn : null;
  return { tool, setTool, drawnWay, draw, over };
}
