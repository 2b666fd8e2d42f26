import { Box, Flex } from "@chakra-ui/react";
import { counted } from "@/core/words";
import { Choose } from "@/ui/Choose";
import { TextField } from "@/ui/TextField";
import { MEASURE_IDS, MEASURES } from "./measures";
import { AS_TAKEN, boundOf, type SheetChoice, type SheetOrder } from "./sheetOrder";

const ORDERS: readonly { readonly value: SheetOrder; readonly name: string }[] = [
  { value: "taken", name: "time taken" },
  ...MEASURE_IDS.map((id) => ({ value: id, name: MEASURES[id].name })),
];

const problemOf = (typed: string): string | undefined =>
  boundOf(typed) === "unread" ? "This is no number; it counts for nothing until it is one." : undefined;

interface SheetToolsProps {
  readonly choice: SheetChoice;
  readonly onChoose: (choice: SheetChoice) => void;
  readonly shown: number;
  readonly all: number;
}

/** By what the sheet's frames are sorted, and which of them are shown. */
export function SheetTools({ choice, onChoose, shown, all }: SheetToolsProps) {
  const { order, from, to } = choice;
  return (
    <Box fontSize="note" color="ash" mt="8px">
      <Flex align="center" gap="8px">
        Sorted by
        <Choose
          label="Sorted by"
          value={order}
          options={ORDERS}
          onChoose={(value) => onChoose({ ...AS_TAKEN, order: value })}
          size="xs"
        />
      </Flex>
      {order !== "taken" && (
        <Flex gap="10px" mt="6px" align="flex-start">
          <TextField
            label="from"
            inputMode="decimal"
            value={from}
            problem={problemOf(from)}
            onChange={({ target }) => onChoose({ ...choice, from: target.value })}
          />
          <TextField
            label="to"
            inputMode="decimal"
            value={to}
            problem={problemOf(to)}
            onChange={({ target }) => onChoose({ ...choice, to: target.value })}
          />
        </Flex>
      )}
      {shown < all && <Box mt="4px">{`${counted(shown, "frame")} of ${all} shown.`}</Box>}
    </Box>
  );
}
