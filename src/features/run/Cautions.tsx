import { Box } from "@chakra-ui/react";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";
import type { RunStationState } from "./useRunStation";

/** The tick that says that somebody has read them, beside those of the list. */
const CAUTIONS_READ = "cautions-read";

/** What to mind before a run: what hurts people at such places. */
export function Cautions({ minds, onRead }: { readonly minds: readonly string[]; readonly onRead: () => void }) {
  if (minds.length === 0) return null;
  return (
    <Box
      as="section"
      aria-label="Before you begin"
      px="16px"
      py="10px"
      borderBottomWidth="1px"
      borderColor="line"
      borderLeftWidth="3px"
      borderLeftColor="coral"
      flexShrink="0"
      // On a phone what is done next stays in sight.
      maxH={{ base: "38vh", md: "none" }}
      display="flex"
      flexDirection="column"
    >
      <Box as="ul" listStyleType="none" maxW="78ch" minH="0" overflowY="auto">
        {minds.map((mind) => (
          <Box as="li" key={mind} py="1px">
            {mind}
          </Box>
        ))}
      </Box>
      <Box mt="6px" display="flex" gap="14px" alignItems="center" flexWrap="wrap" flexShrink="0">
        <Action onClick={onRead}>Understood</Action>
        <Box color="ash" fontSize="note">
          Local rules come first, whatever stands here.
        </Box>
      </Box>
    </Box>
  );
}

/** Once an evening, until they were read. */
export function CautionsFirst({ station }: { readonly station: RunStationState }) {
  const { shot, isUnderWay, list, linked } = station;
  if (!shot || isUnderWay || list.minds.length === 0 || list.ticked.includes(CAUTIONS_READ)) return null;
  const cautions = <Cautions minds={list.minds} onRead={() => list.tick(CAUTIONS_READ, true)} />;
  // Once a run is done its picture has the room; whoever begins another one finds them folded.
  if (!linked.shown) return cautions;
  return (
    <Box px="16px" py="4px" flexShrink="0">
      <Fold title="Before you begin">{cautions}</Fold>
    </Box>
  );
}
