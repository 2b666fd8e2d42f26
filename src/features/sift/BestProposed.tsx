import { Box } from "@chakra-ui/react";
import { Action } from "@/ui/Action";
import type { Sifted } from "./useSifted";

/** Which frame is proposed as the best, and why; a press goes there. */
export function BestProposed({ sifted: { proposed, frames, current, onCurrent } }: { readonly sifted: Sifted }) {
  const frame = frames.find(({ id }) => id === proposed?.id);
  if (!proposed || !frame) return null;
  return (
    <Box py="8px" borderBottomWidth="1px" borderColor="line" fontSize="note">
      {`The best by itself is ${frame.name}: ${proposed.because} `}
      {frame.id !== current?.id && (
        <Action look="text" display="inline" onClick={() => onCurrent(frame.id)} color="mist">
          Look at it
        </Action>
      )}
    </Box>
  );
}
