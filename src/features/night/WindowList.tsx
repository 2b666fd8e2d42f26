"use client";

import { Box } from "@chakra-ui/react";
import { intentOf } from "@/core/intent";
import { type NightWindow, WINDOW_KINDS } from "@/core/night";
import { counted } from "@/core/words";
import { clockSpan } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";

interface WindowListProps {
  readonly night: Night;
  /** Shows the window on the ribbon. */
  readonly onShow: (beginMs: number, endMs: number) => void;
}

/**
 * The windows of a night with begin, end and reason. Those that matter for the intent come with a mark; the list begins with
 * the first of them, and what is over by then is folded away.
 */
export function WindowList({ night, onShow }: WindowListProps) {
  const { windows, site, intent } = night;
  const matter = intentOf(intent).windows;
  const first = windows.find(({ kind }) => matter.includes(kind));
  const over = windows.filter(({ endMs }) => first !== undefined && endMs <= first.beginMs);
  const row = (window: NightWindow) => (
    <WindowRow
      key={`${window.kind}${window.beginMs}`}
      window={window}
      zone={site.zone}
      marked={matter.includes(window.kind)}
      onShow={onShow}
    />
  );
  return (
    <Box as="section" aria-label="Windows" overflowY="auto" minH="0" px="16px" py="8px">
      <Box as="h2" fontSize="note" fontWeight={620} mb="2px">
        Windows
      </Box>
      {windows.length === 0 && <Box color="ash">This night has none: the sun stays up, or stays far down.</Box>}
      {over.length > 0 && (
        <Fold
          title={`${counted(over.length, "window")} earlier: ${over.map(({ kind }) => WINDOW_KINDS[kind]).join(", ")}`}
        >
          <Box as="ul" listStyleType="none">
            {over.map(row)}
          </Box>
        </Fold>
      )}
      <Box as="ul" listStyleType="none">
        {windows.filter((window) => !over.includes(window)).map(row)}
      </Box>
    </Box>
  );
}

interface WindowRowProps extends Pick<WindowListProps, "onShow"> {
  readonly window: NightWindow;
  readonly zone: string;
  /** Whether it matters for the intent. */
  readonly marked: boolean;
}

function WindowRow({ window: { kind, beginMs, endMs, why }, zone, marked, onShow }: WindowRowProps) {
  return (
    <Box as="li" borderTopWidth="1px" borderColor="line">
      <Action
        look="tile"
        display="flex"
        alignItems="flex-start"
        justifyContent="flex-start"
        py="5px"
        gap="12px"
        onClick={() => onShow(beginMs, endMs)}
      >
        <Box fontFamily="mono" fontSize="note" width="100px" flexShrink="0" color={marked ? "lamp" : "ash"}>
          {clockSpan(beginMs, endMs, zone)}
        </Box>
        <Box>
          <Box fontSize="text" fontWeight={marked ? 620 : 480}>
            {WINDOW_KINDS[kind]}
            {`, ${Math.round((endMs - beginMs) / 60_000)} min`}
          </Box>
          <Box fontSize="note" color="ash">
            {why}
          </Box>
        </Box>
      </Action>
    </Box>
  );
}
