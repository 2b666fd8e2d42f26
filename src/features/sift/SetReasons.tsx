import { Box } from "@chakra-ui/react";
import type { FrameSet } from "@/core/inspect";
import { SHARP_EDGE_PX } from "@/core/picture";
import { readableDuration } from "@/core/recipe";
import { counted, plain } from "@/core/words";
import type { Sifted } from "./useSifted";

/** A gap shows in a trail or an arc from about this share of the period on; jitter that is less of it shows nowhere. */
const JITTER_SHOWS = 0.1;
/** Brightness that strays by more than this shows as bands in fused trails, stops. */
const FLICKER_SHOWS = 0.15;
/** Frames that lie further apart than a sharp edge is wide come out soft, pixels. */
const DRIFT_SHOWS_PX = SHARP_EDGE_PX;
/** A gap shows from half of a star's width on, pixels. */
const GAP_SHOWS_PX = 1;

/** What was found of some frames, what it does to the stack, and what to do about it. */
function findings(
  set: FrameSet,
  nameOf: (id: string) => string,
): { readonly what: string; readonly does: readonly string[] } {
  if (set.kind === "bracket")
    return {
      what: `A bracket of ${set.ids.length}, ${plain(set.stepStops)} stops apart.`,
      does: ["Fuse it by itself, as a bracket: with other frames its lights would be mixed."],
    };
  const { ids, periodSeconds, jitterSeconds, missing, flickerStops, driftPx, slips, gapPx } = set;
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
  for (const { after, px } of slips)
    does.push(
      `The camera moved by ${plain(px)} px after ${nameOf(after)}: fused as they lie everything is double. Leave out the fewer frames, those before it or after it.`,
    );
  if (slips.length === 0 && driftPx !== null && driftPx > DRIFT_SHOWS_PX)
    does.push(
      `The frames lie up to ${plain(driftPx)} px apart: still things come out soft by as much. Fuse those that lie close together, and fix the support.`,
    );
  if (gapPx !== null && gapPx > GAP_SHOWS_PX)
    does.push(
      `Between two frames the stars go on by ${plain(gapPx)} px: arcs come out dashed. A shorter interval closes them.`,
    );
  if (does.length === 0) does.push("It is even: nothing of it shows in the stack.");
  return { what: `A sequence of ${ids.length}, one every ${every}.`, does };
}

/** Sequences and brackets that were found among the frames. */
export function SetReasons({ sifted: { sets, frames } }: { readonly sifted: Pick<Sifted, "sets" | "frames"> }) {
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
        const { what, does } = findings(set, (id) => frames.find((frame) => frame.id === id)?.name ?? "a frame");
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
