import { Box } from "@chakra-ui/react";
import type { FrameSet } from "@/core/inspect";
import { readableDuration } from "@/core/recipe";
import { counted, plain } from "@/core/words";

/** A gap shows in a trail or an arc from about this share of the period on; jitter that is less of it shows nowhere. */
const JITTER_SHOWS = 0.1;
/** Brightness that strays by more than this shows as bands in fused trails, stops. */
const FLICKER_SHOWS = 0.15;

/** What was found of some frames, what it does to the stack, and what to do about it. */
function findings(set: FrameSet): { readonly what: string; readonly does: readonly string[] } {
  if (set.kind === "bracket")
    return {
      what: `A bracket of ${set.ids.length}, ${plain(set.stepStops)} stops apart.`,
      does: ["Fuse it by itself, as a bracket: with other frames its lights would be mixed."],
    };
  const { ids, periodSeconds, jitterSeconds, missing, flickerStops } = set;
  const every = readableDuration(Number(periodSeconds.toFixed(2)));
  const does: string[] = [];
  if (missing > 0)
    does.push(
      `${counted(missing, "frame")} ${missing === 1 ? "is" : "are"} missing: trails and arcs have a gap there, a mean or a median shows nothing of it.`,
    );
  if (jitterSeconds !== null && jitterSeconds > JITTER_SHOWS * periodSeconds)
    does.push(
      `The beat strays by ${plain(jitterSeconds, 2)} s: dashes of trails are unevenly long. Set a longer interval than the phone needs to write.`,
    );
  if (flickerStops !== null && flickerStops > FLICKER_SHOWS)
    does.push(
      `Brightness flickers by ${plain(flickerStops, 2)} stops: leave out what stands off the strand, and lock exposure next time.`,
    );
  if (does.length === 0) does.push("It is even: nothing of it shows in the stack.");
  return { what: `A sequence of ${ids.length}, one every ${every}.`, does };
}

/** Sequences and brackets that were found among the frames. */
export function SetReasons({ sets }: { readonly sets: readonly FrameSet[] }) {
  if (sets.length === 0) return null;
  return (
    <Box
      as="section"
      aria-label="What belongs together"
      py="10px"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="note"
    >
      {sets.map((set) => {
        const { what, does } = findings(set);
        return (
          <Box key={set.ids[0]} mb="6px">
            <Box>{what}</Box>
            {does.map((sentence) => (
              <Box key={sentence} color="ash">
                {sentence}
              </Box>
            ))}
          </Box>
        );
      })}
    </Box>
  );
}
