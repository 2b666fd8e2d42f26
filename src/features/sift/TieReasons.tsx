import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { roughDuration } from "@/core/recipe";
import type { Tie } from "./ties";

/** Clocks that lie nearer to each other than this agree: files tell whole seconds, seconds. */
const AGREES_SECONDS = 2;

function clockText(offsetSeconds: number): string {
  if (Math.abs(offsetSeconds) < AGREES_SECONDS) return "Both clocks agree.";
  return `The phone's clock is ${roughDuration(Math.abs(offsetSeconds))} ${offsetSeconds > 0 ? "ahead of" : "behind"} that of the log.`;
}

/** Which runs by hand the files of a batch belong to, by how much the clocks disagree, and what follows from it. */
export function TieReasons({ ties }: { readonly ties: readonly Tie[] }) {
  if (ties.length === 0) return null;
  return (
    <Box
      as="section"
      aria-label="Where they belong"
      py="10px"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="note"
    >
      {ties.map(({ run: { run }, matched, offsetSeconds }) => (
        <Box key={run.id}>
          {`${matched} of these files fit the run by hand of ${DateTime.fromISO(run.createdAt).toFormat("d LLL HH:mm")}. ${clockText(offsetSeconds)} `}
          <Box as="span" color="ash">
            Give them to that run, on Run, and what was logged of each stands beside it.
          </Box>
        </Box>
      ))}
    </Box>
  );
}
