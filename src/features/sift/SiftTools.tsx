"use client";

import { Box, Flex } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { roughDuration } from "@/core/recipe";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { OneOf } from "@/ui/OneOf";
import { MEASURE_IDS, MEASURES, type MeasureId } from "./measures";
import { SheetTools } from "./SheetTools";
import type { SheetChoice } from "./sheetOrder";
import type { RunFigures } from "./useFigures";

const ARRANGEMENTS = [
  { value: "strand", name: "Strand" },
  { value: "sheet", name: "Sheet" },
] as const;
/** How frames are laid out. */
export type Arrangement = (typeof ARRANGEMENTS)[number]["value"];
const MEASURE_OPTIONS = MEASURE_IDS.map((id) => ({ value: id, name: MEASURES[id].name }));

interface SiftToolsProps {
  readonly arrangement: Arrangement;
  readonly onArrange: (arrangement: Arrangement) => void;
  readonly measure: MeasureId;
  readonly onMeasure: (measure: MeasureId) => void;
  readonly sheet: SheetChoice;
  readonly onSheet: (sheet: SheetChoice) => void;
  /** Frames on the sheet, and all. */
  readonly shown: number;
  readonly all: number;
  readonly figures: RunFigures;
  readonly onAdd: () => void;
}

/** How far measuring is, in words; null once all is measured. */
function measuringText({ left, secondsLeft, byId }: RunFigures): string | null {
  if (left === 0) return null;
  const rest = secondsLeft === null ? "" : `, about ${roughDuration(secondsLeft)}`;
  return `Measured ${byId.size} of ${byId.size + left}${rest}.`;
}

/** How the frames are laid out and by what, and more of them. */
export function SiftTools(props: SiftToolsProps) {
  const { arrangement, onArrange, measure, onMeasure, sheet, onSheet, shown, all, figures, onAdd } = props;
  const hasFrames = all > 0;
  return (
    <Box pb="10px" mb="10px" borderBottomWidth="1px" borderColor="line">
      <Flex gap="8px 14px" align="center" wrap="wrap">
        <Action onClick={onAdd} minH="34px">
          <FolderPlus size={15} /> Add files
        </Action>
        {hasFrames && (
          <OneOf label="Arranged" labelHidden value={arrangement} options={ARRANGEMENTS} onChange={onArrange} />
        )}
      </Flex>
      {hasFrames && arrangement === "strand" && (
        <Flex align="center" gap="8px" fontSize="note" color="ash" mt="8px">
          Frames stand by
          <Choose label="Frames stand by" value={measure} options={MEASURE_OPTIONS} onChoose={onMeasure} size="xs" />
        </Flex>
      )}
      {hasFrames && arrangement === "sheet" && <SheetTools choice={sheet} onChoose={onSheet} shown={shown} all={all} />}
      <Box fontSize="note" color="ash" role="status">
        {measuringText(figures)}
      </Box>
    </Box>
  );
}
