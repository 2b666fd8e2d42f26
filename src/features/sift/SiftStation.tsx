"use client";

import { useMemo, useState } from "react";
import { useDropzone } from "react-dropzone";
import type { FrameReply } from "@/contracts/replies";
import { parseRecipe } from "@/core/recipe";
import { useFrames, useShot, useShotCamera } from "@/features/api/queries";
import { usePageKeys } from "@/ui/keys";
import { Station } from "@/ui/Station";
import { BestProposed } from "./BestProposed";
import { BrokenImport, isBroken } from "./BrokenImport";
import { FrameReasons } from "./FrameReasons";
import type { MeasureId } from "./measures";
import { NextTryReasons } from "./NextTryReasons";
import { PlannedReasons } from "./PlannedReasons";
import { SetReasons } from "./SetReasons";
import { SiftReasons } from "./SiftReasons";
import { type Arrangement, SiftTools } from "./SiftTools";
import { SiftView } from "./SiftView";
import { AS_TAKEN, sheetFrames } from "./sheetOrder";
import { TieReasons } from "./TieReasons";
import { tiesOf } from "./ties";
import { useFuse } from "./useFuse";
import { useImport } from "./useImport";
import { useSifted } from "./useSifted";

const NO_FRAMES: readonly FrameReply[] = [];

/** Sift: files in, each judged on its strand; choose which frames are fused. */
export function SiftStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const fuse = useFuse(outingId, shotId);
  const camera = useShotCamera(shotId);
  const imports = useImport(shotId);
  const [runId, setRunId] = useState<string | null>(null);
  const [arrangement, setArrangement] = useState<Arrangement>("strand");
  const [wanted, setMeasure] = useState<MeasureId | null>(null);
  const [sheet, setSheet] = useState(AS_TAKEN);

  const runs = shot?.runs.filter(({ frameCount, run }) => frameCount > 0 || run.refused.length > 0) ?? [];
  const summary = runs.find(({ run }) => run.id === runId) ?? runs[0] ?? null;
  const frames = useFrames(summary?.run.id ?? null) ?? NO_FRAMES;
  const chosen = useMemo(() => summary && { ...summary, frames }, [summary, frames]);
  const sifted = useSifted(chosen);
  // What nobody planned has no recipe to stand against.
  const measure = wanted ?? (sifted.figures.planned.size > 0 ? "recipe" : "light");
  const broken = chosen && !imports.busy && isBroken(chosen) ? { runId: chosen.run.id, frames } : null;
  const drop = useDropzone({
    onDrop: (files) => {
      if (!broken) setRunId(null);
      void imports.send(files, broken);
    },
    noClick: true,
    noKeyboard: true,
  });
  const { current, kept, figures, onToggle, onBest, onBeside, step } = sifted;
  const ties = useMemo(() => tiesOf(summary, frames, shot?.runs ?? []), [summary, frames, shot]);
  const onSheet = useMemo(() => sheetFrames(frames, figures, sheet), [frames, figures, sheet]);
  usePageKeys({
    s: () => current && onBest(current),
    l: () => current && onToggle(current.id),
    v: () => current && onBeside(current.id),
    d: sifted.onMap,
    Escape: () => onBeside(null),
    ArrowLeft: () => step(-1),
    ArrowRight: () => step(1),
  });

  return (
    <Station
      mainName="Frames"
      main={
        <SiftView
          sifted={sifted}
          arrangement={arrangement}
          measure={measure}
          sheet={{ frames: onSheet, isGrouped: sheet.order === "taken" }}
          uploads={imports.busy ? imports.uploads : []}
          drop={drop}
        />
      }
      reasonsName="Choice"
      reasons={
        <SiftReasons
          runs={runs}
          chosen={chosen}
          onChoose={setRunId}
          kept={kept}
          importing={imports.busy ? imports.progress : null}
          problem={imports.problem}
          proposed={parseRecipe(chosen?.run.recipeLine ?? "").recipe}
          busy={imports.busy || fuse.isPending}
          onStack={(frameIds, parameters) => chosen && fuse.mutate({ runId: chosen.run.id, frameIds, parameters })}
        >
          <SiftTools
            arrangement={arrangement}
            onArrange={setArrangement}
            measure={measure}
            onMeasure={setMeasure}
            sheet={sheet}
            onSheet={setSheet}
            shown={onSheet.length}
            all={frames.length}
            figures={figures}
            onAdd={drop.open}
          />
          {broken && <BrokenImport frameCount={frames.length} onAdd={drop.open} />}
          {current && (
            <FrameReasons
              frame={current}
              sifted={sifted}
              lens={camera?.phone === current.camera ? camera.lens : undefined}
            />
          )}
          <BestProposed sifted={sifted} />
          {current && <NextTryReasons shotId={shotId} frame={current} figures={figures.byId.get(current.id)} />}
          <TieReasons ties={ties} />
          <SetReasons sifted={sifted} />
          <PlannedReasons sifted={sifted} />
        </SiftReasons>
      }
    />
  );
}
