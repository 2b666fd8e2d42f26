"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import type { ShotReply } from "@/contracts/replies";
import type { IntentId } from "@/core/intent";
import { MOST_SHOTS, type NightOverrides, NO_OVERRIDES } from "@/core/night";
import { errorText, sendJson } from "@/features/api/client";
import { useCameraOf, useOuting } from "@/features/api/queries";
import { useShotMoves } from "@/features/ribbon/useShotMoves";
import { notice } from "@/ui/Notice";
import { Quiet } from "@/ui/Quiet";
import { Station } from "@/ui/Station";
import { useNight, useNightPointer } from "./NightContext";
import { changedOverrides, NightReasons } from "./NightReasons";
import { arrange, conflictsOf } from "./planning";
import { ShotList } from "./ShotList";
import { WindowList } from "./WindowList";
import { YearStrip } from "./YearStrip";

const anything = z.unknown();
const MARGIN = 0.35;

/** Night: when to be there. The ribbon stands large above; here are windows, shots, the year, and the reasons. */
export function NightStation({ outingId }: { readonly outingId: string; readonly shotId: string }) {
  const night = useNight();
  const { setDomain } = useNightPointer();
  const outing = useOuting(outingId).data;
  const cameraOf = useCameraOf();
  const client = useQueryClient();
  const move = useShotMoves(outingId);
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const refresh = () => client.invalidateQueries({ queryKey: ["outing", outingId] });

  const change = useMutation({
    mutationFn: (next: { readonly date?: string; readonly overrides?: NightOverrides }) =>
      sendJson("PATCH", `/api/outings/${outingId}`, next, anything),
    onSuccess: refresh,
    onError: wrong,
  });
  const add = useMutation({
    mutationFn: ({ name, intent }: { readonly name: string; readonly intent: IntentId }) =>
      sendJson("POST", `/api/outings/${outingId}/shots`, { name, intent }, anything),
    onSuccess: refresh,
    onError: wrong,
  });
  const place = useMutation({
    mutationFn: async (begins: ReadonlyMap<string, string | null>) => {
      for (const [id, beginsAt] of begins) await sendJson("PATCH", `/api/shots/${id}`, { beginsAt }, anything);
    },
    onSettled: refresh,
    onError: wrong,
  });

  if (outing && !outing.site) {
    return (
      <Quiet title="No site, no night." action={{ name: "All outings", href: "/" }}>
        These are loose files. An outing at a site has a sky: begin one from the first page.
      </Quiet>
    );
  }
  if (!night || !outing) return <Box flex="1" />;

  const arrangeAll = () => {
    const shots = night.shots.slice(0, MOST_SHOTS);
    const { begins, arrangement } = arrange(night.plan, shots);
    const before = new Map(shots.map(({ id, beginsAt }) => [id, beginsAt]));
    const after = new Map(
      shots.map(({ id }) => {
        const at = begins.get(id);
        return [id, at === undefined ? null : new Date(at).toISOString()] as const;
      }),
    );
    place.mutate(after, {
      onSuccess: () => {
        const left = shots.filter(({ id }) => arrangement.unplaced.includes(id)).map(({ name }) => name);
        const beyond = night.shots.length - shots.length;
        const rest = left.length > 0 ? ` No good place this night for ${left.join(", ")}.` : "";
        const many = beyond > 0 ? ` ${beyond} more than ${MOST_SHOTS} were left as they are.` : "";
        notice({
          tone: "said",
          text: `${begins.size} ${begins.size === 1 ? "shot is" : "shots are"} in the best window.${rest}${many}`,
          undo: () => place.mutate(before),
        });
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
            onDate={(date) => change.mutate({ date })}
          />
          <Grid flex="1" minH={{ md: "0" }} templateColumns={{ base: "1fr", lg: "1fr 1fr" }}>
            <WindowList night={night} onShow={showWindow} />
            <ShotList
              night={night}
              conflicts={conflictsOf(night.shots, ({ camera }) => cameraOf(camera))}
              busy={place.isPending}
              onChange={(shot: ShotReply, next, said) => void move(shot, next, said)}
              onAdd={(name, intent) => add.mutate({ name, intent })}
              onArrange={arrangeAll}
            />
          </Grid>
        </Flex>
      }
      reasonsName="Reasons"
      reasons={
        <NightReasons
          night={night}
          outingId={outingId}
          overrides={outing.outing.overrides ?? NO_OVERRIDES}
          onOverride={(next) => change.mutate({ overrides: changedOverrides(outing.outing.overrides, next) })}
        />
      }
    />
  );
}
