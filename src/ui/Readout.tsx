import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface ReadoutProps {
  readonly label: string;
  readonly value: ReactNode;
  readonly unit?: string | undefined;
  /** Where the number comes from. */
  readonly because?: ReactNode;
  readonly tone?: "bone" | "moss" | "coral" | "lamp";
}

/** A number with its name, its unit and its because. */
export function Readout({ label, value, unit, because, tone = "bone" }: ReadoutProps) {
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line">
      <Box fontSize="note" color="ash" fontStretch="94%">
        {label}
      </Box>
      <Box fontFamily="mono" fontSize="readout" fontVariantNumeric="tabular-nums" color={tone} lineHeight="1.3">
        {value}
        {unit && (
          <Box as="span" fontSize="body" color="ash">
            {"\u202f"}
            {unit}
          </Box>
        )}
      </Box>
      {because && (
        <Box fontSize="note" color="ash" mt="1px">
          {because}
        </Box>
      )}
    </Box>
  );
}
