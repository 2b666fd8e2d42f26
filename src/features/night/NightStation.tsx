"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { createdReply, type OutingReply } from "@/contracts/replies";
import type { IntentId } from "@/core/intent";
import { arrangeOnNight, MOST_SHOTS, NO_OVERRIDES } from "@/core/night";
import { errorText, sendJson } from "@/features/api/client";
import { useCameraOf, useOuting } from "@/features/api/queries";
import { shownIn, useChange } from "@/features/api/useChange";
import { useNight, useNightPointer } from "@/features/nightPlan/NightContext";
import { useShotChange, useShotRemoval } from "@/features/shot/useShotChange";
import { notice } from "@/ui/Notice";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { changedOverrides, NightReasons } from "./NightReasons";
import { conflictsOf } from "./planning";
import { ShotList } from "./ShotList";
import { WindowList } from "./WindowList";
import { YearStrip } from "./YearStrip";

const MARGIN = 0.35;

/** What can be changed of an outing here. */
type OutingPart = Partial<Pick<OutingReply["outing"], "date" | "overrides">>;

/** Night: when to be there. The ribbon stands large above; here are windows, shots, the year, and the reasons. */
export function NightStation({ outingId }: { readonly outingId: string; readonly shotId: string }) {
  const night = useNight();
  const { setDomain } = useNightPointer();
  const outing = useOuting(outingId).data;
  const cameraOf = useCameraOf();
  const client = useQueryClient();
  const [arranging, setArranging] = useState(false);
  const change = useChange();
  const changeShot = useShotChange();
  const removeShot = useShotRemoval();
  const add = useMutation({
    mutationFn: ({ name, intent }: { readonly name: string; readonly intent: IntentId }) =>
      sendJson("POST", `/api/outings/${outingId}/shots`, { name, intent }, createdReply),
    onSuccess: () => client.invalidateQueries({ queryKey: ["outing", outingId] }),
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });

  if (outing && !outing.site) {
    return (
      <Quiet title="No site, no night." action={{ name: "All outings", href: "/" }}>
        These are loose files. An outing at a site has a sky: begin one from the first page.
      </Quiet>
    );
  }
  if (!night || !outing) return <Box flex="1" />;

  const changeOuting = (part: OutingPart) => {
    const was = Object.fromEntries(Object.keys(part).map((key) => [key, outing.outing[key as keyof OutingPart]]));
    const shown = shownIn<OutingReply, OutingPart>(["outing", outingId], (reply, changed) => ({
      ...reply,
      outing: { ...reply.outing, ...changed },
    }));
    const draft = { url: `/api/outings/${outingId}`, shown: [shown], affects: [["outings"]] };
    void change(draft, { part, was: was as OutingPart });
  };
  const arrangeAll = async () => {
    const shots = night.shots.slice(0, MOST_SHOTS);
    const { begins, unplaced } = arrangeOnNight(night.plan, shots);
    const at = (id: string) => {
      const beginMs = begins.get(id);
      return beginMs === undefined ? null : new Date(beginMs).toISOString();
    };
    setArranging(true);
    await Promise.all(shots.map((shot) => changeShot(shot, { beginsAt: at(shot.id) })));
    setArranging(false);
    const left = shots.filter(({ id }) => unplaced.includes(id)).map(({ name }) => name);
    const beyond = night.shots.length - shots.length;
    const rest = left.length > 0 ? ` No good place this night for ${left.join(", ")}.` : "";
    const many = beyond > 0 ? ` ${beyond} more than ${MOST_SHOTS} were left as they are.` : "";
    notice({
      tone: "said",
      text: `${begins.size} ${begins.size === 1 ? "shot is" : "shots are"} in the best window.${rest}${many}`,
      undo: () => {
        for (const shot of shots) void changeShot({ ...shot, beginsAt: at(shot.id) }, { beginsAt: shot.beginsAt });
      },
    });
  };
  const showWindow = (beginMs: number, endMs: number) => {
    const margin = (endMs - beginMs) * MARGIN;
    setDomain([Math.max(night.beginMs, beginMs - margin), Math.min(night.endMs, endMs + margin)]);
  };
  return (
    <Station
      mainName="Night"
      main={
        <Flex direction="column" flex="1" minH="0" overflowY={{ base: "auto", md: "hidden" }}>
          <YearStrip
            site={night.plan.site}
            date={night.date}
            intent={night.intent}
            score={night.best.score}
            onDate={(date) => changeOuting({ date })}
          />
          <Grid flex="1" minH={{ md: "0" }} templateColumns={{ base: "1fr", lg: "1fr 1fr" }}>
            <WindowList night={night} onShow={showWindow} />
            <ShotList
              night={night}
              conflicts={conflictsOf(night.shots, ({ camera }) => cameraOf(camera))}
              busy={arranging}
              onChange={(shot, part, said) => void changeShot(shot, part, { said })}
              onRemove={(shot) => void removeShot(shot, `${shot.name} is deleted.`)}
              onAdd={(name, intent) => add.mutate({ name, intent })}
              onArrange={() => void arrangeAll()}
            />
          </Grid>
        </Flex>
      }
      reasonsName="Details"
      reasons={
        <NightReasons
          night={night}
          outingId={outingId}
          overrides={outing.outing.overrides ?? NO_OVERRIDES}
          onOverride={(next) => changeOuting({ overrides: changedOverrides(outing.outing.overrides, next) })}
        />
      }
    />
  );
}
