import { Box } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { counted } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { Action } from "@/ui/Action";

/** Whether a batch of files is still open though nobody here is filling it: its page was closed, or the application ended. */
export const isBroken = ({ run }: Pick<RunWithFrames, "run">): boolean =>
  run.source === "files" && (run.state === "running" || run.state === "aborted");

/** An import that broke off, and how to go on with it. */
export function BrokenImport({ frameCount, onAdd }: { readonly frameCount: number; readonly onAdd: () => void }) {
  return (
    <Box role="status" color="coral" fontSize="note" pb="10px">
      {`This import broke off after ${counted(frameCount, "frame")}. Drop the same files once more: those that are here are passed over, the others are taken in. If another window is still at it, let that end. `}
      <Action onClick={onAdd} minH="34px" mt="6px">
        <FolderPlus size={15} /> Go on with it
      </Action>
    </Box>
  );
}
