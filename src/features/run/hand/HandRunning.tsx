"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { Hand, Square } from "lucide-react";
import { type ReactNode, useMemo } from "react";
import { counted } from "@/core/words";
import { Action } from "@/ui/Action";
import { usePageKeys } from "@/ui/keys";
import { Beat } from "../Beat";
import { Clock, leftText, PHASE_WORDS } from "../Clock";
import { HandLog } from "./HandLog";
import type { HandRun } from "./useHandRun";

interface HandRunningProps {
  readonly hand: HandRun;
  /** The countdown to a mover's moment; null where nothing passes. */
  readonly moment: ReactNode;
  /** How cues are told. */
  readonly cueWays: ReactNode;
}

/** Where the clock stands: how long still, or how many are logged. */
function HandClock({ hand: { moment, planned, count } }: { readonly hand: HandRun }) {
  const isCounting = moment !== null && moment.phase !== "through";
  return (
    <Clock
      stacked
      number={isCounting ? leftText(moment.leftSeconds) : String(count)}
      words={isCounting ? PHASE_WORDS[moment.phase] : "logged"}
      beneath={isCounting ? `frame ${moment.frame + 1} of ${planned.length}` : `of ${counted(planned.length, "frame")}`}
      isOpen={moment?.phase === "open"}
    />
  );
}

/** While a run by hand goes on: the clock, the thumb's button, and the log. */
export function HandRunning({ hand, moment, cueWays }: HandRunningProps) {
  const { shown, planned, seconds, end, correct, remove, tap, waiting, count } = hand;
  const isPressed = shown?.run.handWay === "press";
  usePageKeys({ f: () => isPressed && tap() });
  const logged = shown?.handFrames ?? [];
  const taken = useMemo(() => new Set(shown?.handFrames.map(({ number }) => number)), [shown]);
  return (
    <Grid
      flex="1"
      minH="0"
      templateColumns={{ base: "1fr", md: "340px 1fr" }}
      templateRows={{ base: "auto auto auto minmax(0, 1fr) auto", md: "auto minmax(0, 1fr) auto auto" }}
      templateAreas={{
        base: `"clock" "beat" "tap" "log" "end"`,
        md: `"clock log" "tap log" "end log" "beat beat"`,
      }}
    >
      <Box gridArea="clock">
        <HandClock hand={hand} />
      </Box>
      <Box gridArea="beat" minW="0">
        {planned.length > 0 && <Beat frames={planned} seconds={seconds} taken={taken} />}
      </Box>
      <Box gridArea="tap" minH="0" overflowY="auto">
        {isPressed && (
          <Box px="16px" py="10px">
            <Action look="main" width="100%" minH="96px" fontSize="heading" title="Log a frame (f)" onClick={tap}>
              <Hand size={26} /> Frame {count + 1}: now
            </Action>
          </Box>
        )}
        {isPressed && moment}
      </Box>
      <Box gridArea="log" minH="0" overflowY="auto" borderLeftWidth={{ base: 0, md: "1px" }} borderColor="line">
        {logged.length > 0 ? (
          <HandLog
            frames={logged}
            onCorrect={(id, change) => correct.mutate({ id, change })}
            onRemove={(id) => remove.mutate(id)}
          />
        ) : (
          <Box color="ash" px="24px" py="32px" textAlign="center">
            Frames stand here as they are logged.
          </Box>
        )}
        {waiting.length > 0 && (
          <Box px="16px" py="4px" color="coral" fontSize="note" role="status">
            {counted(waiting.length, "frame")} on the way to the log; kept here until then.
          </Box>
        )}
      </Box>
      <Flex gridArea="end" gap="10px" px="16px" py="8px" align="center" wrap="wrap">
        <Action minH="44px" disabled={end.isPending} onClick={() => end.mutate()}>
          <Square size={16} /> End this run
        </Action>
        {cueWays}
      </Flex>
    </Grid>
  );
}
