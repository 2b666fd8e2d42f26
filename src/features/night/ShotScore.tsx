"use client";

import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import type { ShotReply } from "@/contracts/replies";
import { bestOfSlots, scoreOfBlock, slotScores } from "@/core/night";
import { clock } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { WITH_WEATHER } from "./weatherWords";

/** A time is called good as long as it has so much of the best one's score. */
const NEAR_BEST = 0.7;

/** What a shot's time is worth, and when it would do best by itself. */
export function ShotScore({ shot, night: { plan, site } }: { readonly shot: ShotReply; readonly night: Night }) {
  const { intent, minutes, beginsAt } = shot;
  const slots = useMemo(() => slotScores(plan, intent), [plan, intent]);
  if (beginsAt === null) return null;
  const here = scoreOfBlock(slots, Date.parse(beginsAt), minutes);
  if (here === null) return null;
  const best = bestOfSlots(slots, minutes);
  const isNear = here >= NEAR_BEST * best.score;
  return (
    <Box fontSize="note" color={isNear ? "ash" : "coral"} mt="2px">
      {`Scores ${Math.round(here)} there, ${WITH_WEATHER}`}
      {isNear ? "." : `; by itself ${Math.round(best.score)} from ${clock(best.beginMs, site.zone)}.`}
    </Box>
  );
}
