import { Box } from "@chakra-ui/react";
import { plannedAndGot } from "@/core/inspect";
import { counted } from "@/core/words";
import type { Sifted } from "./useSifted";

/** What was planned of the frames that are kept beside what they came out as, and what follows from it for the next night. */
export function PlannedReasons({ sifted: { kept, figures } }: { readonly sifted: Pick<Sifted, "kept" | "figures"> }) {
  const known = kept.flatMap(({ id }) => {
    const [measured, planned] = [figures.byId.get(id), figures.planned.get(id)];
    return measured?.kind === "measured" && planned ? [{ figures: measured, planned }] : [];
  });
  if (known.length === 0) return null;
  return (
    <Box as="section" aria-label="Planned and got" py="10px" borderBottomWidth="1px" borderColor="line" fontSize="note">
      <Box>{`Planned and got, the middle of ${counted(known.length, "frame")}`}</Box>
      {plannedAndGot(known).map(({ of, said, lesson }) => (
        <Box key={of} color="ash">
          {`${said[0]!.toUpperCase()}${said.slice(1)}.`}
          {lesson && (
            <Box as="span" color="mist">
              {` ${lesson}`}
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}
