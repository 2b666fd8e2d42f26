"use client";

import { Box, Grid } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type RefObject, useMemo } from "react";
import type { FrameReply } from "@/contracts/replies";
import { groupBySettings } from "@/core/picture";
import { readableDuration } from "@/core/recipe";
import { counted } from "@/core/words";
import { FrameTile } from "./FrameTile";
import type { SheetFrame } from "./sheetOrder";

const LEAST_TILE_PX = 148;
const GAP_PX = 6;
/** The name under a picture. */
const NAME_PX = 20;
const TITLE_PX = 34;
/** Rows drawn beyond what is seen, so that scrolling finds them there. */
const OVERSCAN = 4;

interface FrameSheetProps {
  readonly frames: readonly SheetFrame[];
  /** Whether they stand in groups of equal settings. */
  readonly isGrouped: boolean;
  /** Frames that are not to be fused. */
  readonly dropped: ReadonlySet<string>;
  /** What scrolls, and how wide it is inside. */
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly width: number;
  readonly onToggle: (frameId: string) => void;
}

type Row =
  | { readonly key: string; readonly title: string }
  | { readonly key: string; readonly frames: readonly SheetFrame[] };

function groupTitle(frame: FrameReply, count: number): string {
  const settings = [
    frame.shutterSeconds === null ? "shutter unknown" : readableDuration(frame.shutterSeconds),
    frame.iso === null ? null : `ISO ${frame.iso}`,
    `${frame.width} × ${frame.height}`,
    frame.camera,
  ];
  return `${counted(count, "frame")} · ${settings.filter(Boolean).join(" · ")}`;
}

/** Frames in rows of so many. */
const inRows = (key: string, frames: readonly SheetFrame[], columns: number): Row[] =>
  Array.from({ length: Math.ceil(frames.length / columns) }, (_, row) => ({
    key: `${key} ${row}`,
    frames: frames.slice(row * columns, (row + 1) * columns),
  }));

/** Titles of groups of equal settings, and their frames in rows. */
function groupedRows(frames: readonly SheetFrame[], columns: number): readonly Row[] {
  const byId = new Map(frames.map((each) => [each.frame.id, each]));
  return groupBySettings(frames.map(({ frame }) => frame)).flatMap(({ key, frames: group }): Row[] => [
    { key, title: groupTitle(group[0]!, group.length) },
    ...inRows(
      key,
      group.map(({ id }) => byId.get(id)!),
      columns,
    ),
  ]);
}

/** Frames as small pictures in groups of equal settings; of thousands only those that are seen are drawn. */
export function FrameSheet({ frames, isGrouped, dropped, scroller, width, onToggle }: FrameSheetProps) {
  const columns = Math.max(1, Math.floor((width + GAP_PX) / (LEAST_TILE_PX + GAP_PX)));
  const tilePx = (width - (columns - 1) * GAP_PX) / columns;
  const rowPx = Math.round(0.75 * tilePx) + NAME_PX + GAP_PX;
  const rows = useMemo(
    () => (isGrouped ? groupedRows(frames, columns) : inRows("all", frames, columns)),
    [frames, isGrouped, columns],
  );
  const sheet = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => ("title" in rows[index]! ? TITLE_PX : rowPx),
    getItemKey: (index) => `${rows[index]!.key} ${rowPx}`,
    overscan: OVERSCAN,
  });
  return (
    <Box position="relative" height={`${sheet.getTotalSize()}px`}>
      {sheet.getVirtualItems().map(({ index, key, start }) => {
        const row = rows[index]!;
        return (
          <Box key={key} position="absolute" top="0" left="0" right="0" transform={`translateY(${start}px)`}>
            {"title" in row ? (
              <Box as="h2" fontSize="note" fontFamily="mono" color="ash" pt="8px" truncate title={row.title}>
                {row.title}
              </Box>
            ) : (
              <Grid templateColumns={`repeat(${columns}, minmax(0, 1fr))`} gap={`${GAP_PX}px`}>
                {row.frames.map(({ frame, said }) => (
                  <FrameTile key={frame.id} frame={frame} said={said} out={dropped.has(frame.id)} onToggle={onToggle} />
                ))}
              </Grid>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
