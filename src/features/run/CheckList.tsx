"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Check as CheckIcon, TriangleAlert } from "lucide-react";
import { type Check, type CheckedSettings, repairOf } from "@/core/checklist";
import { Action } from "@/ui/Action";
import { Tick } from "@/ui/Tick";

interface CheckListProps {
  readonly checks: readonly Check[];
  /** Points that somebody has ticked, by id. */
  readonly ticked: readonly string[];
  readonly onTick: (id: string, on: boolean) => void;
  /** How the phone is called; null while it does not answer, and left out where none is linked. */
  readonly phoneName?: string | null;
  readonly onRepair: (change: Partial<CheckedSettings>) => void;
}

/** One point: inOrder by the phone, repaired by a press, or ticked by whoever is there. */
function Point({
  check,
  ticked,
  onTick,
  onRepair,
}: {
  readonly check: Check;
  readonly ticked: boolean;
  readonly onTick: (ticked: boolean) => void;
  readonly onRepair: CheckListProps["onRepair"];
}) {
  const { what, why, inOrder, repair } = check;
  return (
    <Box as="li" py="5px">
      <Flex align="center" gap="8px" minH="28px">
        {inOrder === null ? (
          <Tick checked={ticked} onChange={onTick}>
            {what}
          </Tick>
        ) : (
          <>
            <Box color={inOrder ? "moss" : "coral"} aria-hidden>
              {inOrder ? <CheckIcon size={18} /> : <TriangleAlert size={18} />}
            </Box>
            <Box flex="1">
              {what}
              <Box as="span" srOnly>
                {inOrder ? ": so it is" : ": otherwise"}
              </Box>
            </Box>
            {!inOrder && repair && (
              <Action look="text" color="lamp" aria-label={`Set: ${what}`} onClick={() => onRepair(repair)}>
                Set it
              </Action>
            )}
          </>
        )}
      </Flex>
      {(inOrder === false || (inOrder === null && !ticked)) && (
        <Box color="ash" fontSize="note" ps="26px">
          {why}
        </Box>
      )}
    </Box>
  );
}

/** The list before a run: what the phone says of itself, and what only somebody who is there can see. */
export function CheckList({ checks, ticked, phoneName, onTick, onRepair }: CheckListProps) {
  const done = checks.filter(({ id, inOrder }) => inOrder ?? ticked.includes(id)).length;
  const repair = repairOf(checks);
  return (
    <Box as="section" aria-label="Before the run" py="12px" borderBottomWidth="1px" borderColor="line">
      <Flex align="baseline" gap="8px">
        <Box as="h2" fontWeight={620}>
          Before
        </Box>
        <Box color="ash" fontSize="note">
          {done} of {checks.length}
          {phoneName === null && "; the phone does not answer, so tick everything by hand"}
          {phoneName && `; ${phoneName} says`}
        </Box>
      </Flex>
      {Object.keys(repair).length > 1 && (
        <Action look="text" color="lamp" onClick={() => onRepair(repair)}>
          Set everything that differs
        </Action>
      )}
      <Box as="ul" listStyleType="none">
        {checks.map((check) => (
          <Point
            key={check.id}
            check={check}
            ticked={ticked.includes(check.id)}
            onTick={(on) => onTick(check.id, on)}
            onRepair={onRepair}
          />
        ))}
      </Box>
    </Box>
  );
}
