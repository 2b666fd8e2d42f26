import { Box } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { RunWarning } from "@/core/watch";

/** More at once nobody reads while a run goes on. */
const MOST_SHOWN = 2;

/** What will spoil the run, each in a line with what to do. */
export function Warnings({ warnings }: { readonly warnings: readonly RunWarning[] }) {
  if (warnings.length === 0) return null;
  const more = warnings.length - MOST_SHOWN;
  return (
    <Box as="ul" role="status" listStyleType="none" px="16px" py="6px" borderBottomWidth="1px" borderColor="line">
      {warnings.slice(0, MOST_SHOWN).map(({ id, says, does }) => (
        <Box as="li" key={id} py="2px" display="flex" gap="8px" alignItems="baseline">
          <Box color="coral" aria-hidden position="relative" top="3px" flexShrink="0">
            <TriangleAlert size={16} />
          </Box>
          <Box>
            <Box as="span" color="coral">
              {says}
            </Box>{" "}
            {does}
          </Box>
        </Box>
      ))}
      {more > 0 && (
        <Box as="li" color="ash" fontSize="note">
          {`and ${more} more`}
        </Box>
      )}
    </Box>
  );
}
