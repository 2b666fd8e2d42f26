"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import type { JobReply, StackReply } from "@/contracts/replies";
import type { Ghosts } from "@/core/stack";
import { smallUrl, thumbnailUrl } from "@/features/api/pictures";
import { useLiveJob, useShot, useWatchJob } from "@/features/api/queries";
import { PictureView } from "@/features/picture/PictureView";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import { type PictureState, usePicture } from "@/features/picture/usePicture";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { type Folder, startFold } from "@/workers/clients";
import { useWorker } from "@/workers/useWorker";
import { FilmView } from "./FilmView";
import { GhostMarks } from "./GhostMarks";
import { StackProgressView } from "./StackProgressView";
import { StackReasons } from "./StackReasons";
import { Tryout } from "./Tryout";
import { type Balance, useBalance } from "./useBalance";
import { type FusedAgain, useFusing } from "./useFusing";
import { useGhosts } from "./useGhosts";
import { useStackLights } from "./useStackLights";
import { useTry } from "./useTry";

interface StackMainProps {
  readonly shotId: string;
  readonly chosen: StackReply;
  readonly job: JobReply | null;
  readonly fold: Folder;
  readonly tried: ReturnType<typeof useTry>;
  readonly picture: PictureState;
  /** Of the picture that is shown; null while there is none. */
  readonly hash: string | null;
  readonly balance: Balance | null;
  readonly ghosts: Ghosts | null;
  readonly isFilm: boolean;
  readonly onFilmEnd: () => void;
  readonly onFuse: (again: FusedAgain) => void;
  readonly onCancel: (jobId: string) => void;
}

/** What is looked at: the job as it goes, the result, another way that is tried, or a film of it. */
function StackMain(props: StackMainProps) {
  const { shotId, chosen, job, fold, tried, picture, hash, balance, ghosts, isFilm } = props;
  const { stack } = chosen;
  const { parameters, left } = tried;
  if (hash === null)
    return job && <StackProgressView stackId={stack.id} job={job} onCancel={() => props.onCancel(job.id)} />;
  if (parameters)
    return (
      <Tryout
        fold={fold}
        shotId={shotId}
        stack={stack}
        parameters={parameters}
        left={left}
        onTry={tried.set}
        onToggle={tried.toggle}
        before={thumbnailUrl(stack.thumbnailHash ?? hash)}
        onFuse={() => props.onFuse({ parameters, left })}
        onBack={tried.end}
      />
    );
  if (isFilm)
    return <FilmView stackId={stack.id} frames={stack.inputs.length} still={smallUrl(hash)} onBack={props.onFilmEnd} />;
  return (
    <PictureView
      picture={picture}
      hash={hash}
      name={`Result of ${stack.framesUsed} frames`}
      standIn={balance?.weighed && <PixelCanvas pixels={balance.weighed} name="Its parts, weighed" />}
      stands={balance?.isAhead ?? false}
      evidence={ghosts && picture.state === "ready" && <GhostMarks ghosts={ghosts} size={picture.view} />}
    />
  );
}

/** Stack: the job as it goes, then its result to look at and take away. */
export function StackStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const tried = useTry();
  const [isFilm, setIsFilm] = useState(false);
  const fold = useWorker(startFold, true);
  const stacks = shot?.stacks ?? [];
  const chosen = stacks.find(({ stack }) => stack.id === chosenId) ?? stacks[0] ?? null;

  const unfinished = chosen?.job && ["waiting", "running"].includes(chosen.job.state) ? chosen.job.id : null;
  useWatchJob(unfinished, shotId);
  const live = useLiveJob(unfinished);
  const balance = useBalance(fold, shotId, chosen?.stack ?? null);
  const hash = chosen?.stack.balancedHash ?? chosen?.stack.resultHash ?? null;
  const picture = usePicture(hash);
  const lights = useStackLights(shotId, chosen);
  const isResult = hash !== null && tried.parameters === null;
  const ghosts = useGhosts(fold, chosen?.stack ?? null, isResult ? (chosen?.stack.parameters ?? null) : null);

  const choose = (stackId: string) => {
    setChosenId(stackId);
    setIsFilm(false);
    tried.end();
  };
  const { cancel, again } = useFusing(shotId, chosen?.stack ?? null, choose);

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
        <StackMain
          shotId={shotId}
          chosen={chosen}
          job={live ?? chosen.job}
          fold={fold}
          tried={tried}
          picture={picture}
          hash={hash}
          balance={balance}
          ghosts={ghosts}
          isFilm={isFilm}
          onFilmEnd={() => setIsFilm(false)}
          onFuse={again.mutate}
          onCancel={cancel.mutate}
        />
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
          others={shot?.runs.filter(({ run }) => run.id !== chosen.stack.runId) ?? []}
          busy={again.isPending || unfinished !== null}
          onChoose={choose}
          onFilm={() => setIsFilm(true)}
          tried={tried.parameters}
          onTry={tried.set}
        />
      }
    />
  );
}
