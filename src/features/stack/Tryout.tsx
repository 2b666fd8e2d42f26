"use client";

import { Ghost as GhostIcon, Mountain, UserRound } from "lucide-react";
import { useState } from "react";
import type { StackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { methodOf } from "@/core/stack";
import { useFrames } from "@/features/api/queries";
import { Action } from "@/ui/Action";
import type { Folder } from "@/workers/clients";
import { GroundView } from "./GroundView";
import { KeepView } from "./KeepView";
import { TryoutView } from "./TryoutView";
import { canEmpty, useGhosts } from "./useGhosts";
import { useTryout } from "./useTryout";

interface TryoutProps {
  readonly fold: Folder;
  readonly shotId: string;
  readonly stack: StackReply["stack"];
  readonly parameters: StackParameters;
  /** Frames that are left out. */
  readonly left: ReadonlySet<string>;
  readonly onTry: (parameters: StackParameters) => void;
  readonly onToggle: (frameId: string) => void;
  readonly before: string;
  readonly onFuse: () => void;
  readonly onBack: () => void;
}

/** Another way to fuse a result's frames, tried small; what is ground, and who is kept, is painted here. */
export function Tryout(props: TryoutProps) {
  const { fold, shotId, stack, parameters, left, onTry, onToggle, before, onFuse, onBack } = props;
  const [painting, setPainting] = useState<"ground" | "keeps" | null>(null);
  const [marksGhosts, setMarksGhosts] = useState(true);
  const tried = useTryout(fold, stack, parameters, left);
  const ghosts = useGhosts(fold, stack, parameters, left);
  const all = useFrames(stack.runId);
  const byId = new Map(all?.map((frame) => [frame.id, frame]));
  const frames = stack.inputs.flatMap(({ frameId }) => (left.has(frameId) ? [] : (byId.get(frameId) ?? [])));
  const middle = frames[Math.floor((frames.length - 1) / 2)];
  const done = () => setPainting(null);

  if (painting === "ground" && middle)
    return (
      <GroundView
        fold={fold}
        shotId={shotId}
        frame={middle}
        ground={parameters.ground ?? []}
        onChange={(ground) => onTry({ ...parameters, ground: ground.length > 0 ? [...ground] : null })}
        onDone={done}
      />
    );
  if (painting === "keeps" && middle)
    return (
      <KeepView
        frames={frames}
        keeps={parameters.keeps}
        onChange={(keeps) => onTry({ ...parameters, keeps })}
        onDone={done}
      />
    );
  const { align, ground, keeps, method } = parameters;
  return (
    <TryoutView
      tried={tried}
      method={method}
      frames={stack.inputs}
      left={left}
      onToggle={onToggle}
      before={before}
      onFuse={onFuse}
      onBack={onBack}
      ghosts={marksGhosts ? ghosts : null}
      waits={waitsFor(parameters)}
      tools={
        methodOf(method).frames === "alike" && (
          <>
            {align === "stars" && (
              <Action aria-pressed={ground !== null} onClick={() => setPainting("ground")}>
                <Mountain size={15} /> {ground ? "Ground is held" : "Hold the ground"}
              </Action>
            )}
            <Action aria-pressed={keeps !== null} onClick={() => setPainting("keeps")}>
              <UserRound size={15} /> {keeps ? "Somebody is kept" : "Keep somebody"}
            </Action>
            {canEmpty(method) && (
              <Action aria-pressed={marksGhosts} onClick={() => setMarksGhosts(!marksGhosts)}>
                <GhostIcon size={15} /> Who remains
              </Action>
            )}
          </>
        )
      }
    />
  );
}

/** What only the whole frames show, not their small copies. */
function waitsFor({ align, repairsHot, fillsGaps }: StackParameters): readonly string[] {
  return [
    ...(align === "none" ? [] : ["aligning"]),
    ...(repairsHot ? ["repaired pixels"] : []),
    ...(fillsGaps ? ["filled gaps"] : []),
  ];
}
