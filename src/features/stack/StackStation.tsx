"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { thumbnailUrl } from "@/features/api/pictures";
import { useLiveJob, useShot, useWatchJob } from "@/features/api/queries";
import { PictureView } from "@/features/picture/PictureView";
import { usePicture } from "@/features/picture/usePicture";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { startFold } from "@/workers/clients";
import { useWorker } from "@/workers/useWorker";
import { GhostMarks } from "./GhostMarks";
import { PixelCanvas } from "./PixelCanvas";
import { StackProgressView } from "./StackProgressView";
import { StackReasons } from "./StackReasons";
import { Tryout } from "./Tryout";
import { useBalance } from "./useBalance";
import { useFusing } from "./useFusing";
import { useGhosts } from "./useGhosts";
import { useStackLights } from "./useStackLights";
import { useTry } from "./useTry";

/** Stack: the job as it goes, then its result to look at and take away. */
export function StackStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const tried = useTry();
  const fold = useWorker(startFold, true);
  const stacks = shot?.stacks ?? [];
  const chosen = stacks.find(({ stack }) => stack.id === chosenId) ?? stacks[0] ?? null;

  const unfinished = chosen?.job && ["waiting", "running"].includes(chosen.job.state) ? chosen.job.id : null;
  useWatchJob(unfinished, shotId);
  const live = useLiveJob(unfinished);
  const job = live ?? chosen?.job ?? null;
  const balance = useBalance(fold, shotId, chosen?.stack ?? null);
  const hash = chosen?.stack.balancedHash ?? chosen?.stack.resultHash ?? null;
  const picture = usePicture(hash);
  const lights = useStackLights(shotId, chosen);
  const isResult = hash !== null && tried.parameters === null;
  const ghosts = useGhosts(fold, chosen?.stack ?? null, isResult ? (chosen?.stack.parameters ?? null) : null);

  const { cancel, again } = useFusing(shotId, chosen?.stack ?? null, (id) => {
    setChosenId(id);
    tried.end();
  });

  if (shot && !chosen) {
    return (
      <Quiet
        title="Nothing fused yet."
        action={{ name: "Choose frames at Sift", href: `/outings/${outingId}/shots/${shotId}/sift` }}
      >
        Run a recipe or bring your own frames; then they are fused here, and the result is yours in 16 bits.
      </Quiet>
    );
  }
  if (!chosen) return <Box flex="1" />;
  return (
    <Station
      mainName="Picture"
      main={
        hash && tried.parameters ? (
          <Tryout
            fold={fold}
            shotId={shotId}
            stack={chosen.stack}
            parameters={tried.parameters}
            left={tried.left}
            onTry={tried.set}
            onToggle={tried.toggle}
            before={thumbnailUrl(chosen.stack.thumbnailHash ?? hash)}
            onFuse={() => tried.parameters && again.mutate({ parameters: tried.parameters, left: tried.left })}
            onBack={tried.end}
          />
        ) : hash ? (
          <PictureView
            picture={picture}
            hash={hash}
            name={`Result of ${chosen.stack.framesUsed} frames`}
            standIn={balance?.weighed && <PixelCanvas pixels={balance.weighed} name="Its parts, weighed" />}
            stands={balance?.isAhead ?? false}
            evidence={ghosts && picture.state === "ready" && <GhostMarks ghosts={ghosts} size={picture.view} />}
          />
        ) : (
          job && <StackProgressView stackId={chosen.stack.id} job={job} onCancel={() => cancel.mutate(job.id)} />
        )
      }
      reasonsName="Result"
      reasons={
        <StackReasons
          stacks={stacks}
          chosen={chosen}
          view={picture.state === "ready" ? picture.view : null}
          lights={lights}
          balance={balance}
          ghosts={ghosts}
          busy={again.isPending || unfinished !== null}
          onChoose={(id) => {
            setChosenId(id);
            tried.end();
          }}
          tried={tried.parameters}
          onTry={tried.set}
        />
      }
    />
  );
}
