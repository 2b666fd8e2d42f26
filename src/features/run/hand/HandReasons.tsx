"use client";

import { Box } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { useDropzone } from "react-dropzone";
import type { RunWithFrames } from "@/features/api/queries";
import { UploadList } from "@/features/sift/UploadList";
import { useImport } from "@/features/sift/useImport";
import { Action } from "@/ui/Action";
import { HandFiles } from "./HandFiles";

interface HandReasonsProps {
  readonly shotId: string;
  readonly run: RunWithFrames | null;
  readonly goesOn: boolean;
}

/** What comes after a run by hand: its files, and which of them is which frame. */
export function HandReasons({ shotId, run, goesOn }: HandReasonsProps) {
  const imports = useImport(shotId, run?.run.id ?? null);
  const { getRootProps, getInputProps, open } = useDropzone({
    onDrop: (files) => void imports.send(files),
    noClick: true,
    noKeyboard: true,
  });
  if (run === null || goesOn || run.handFrames.length === 0) return null;
  return (
    <Box {...getRootProps()} py="12px" borderBottomWidth="1px" borderColor="line">
      <input {...getInputProps()} aria-label="Files of this run" />
      <Box as="h2" fontWeight={620}>
        Files of this run
      </Box>
      <Box color="ash" fontSize="note" mb="6px">
        Drop what the phone wrote: each file is matched to its frame in the log, by settings and time.
      </Box>
      <Action disabled={imports.busy} onClick={open}>
        <FolderPlus size={16} /> Add its files
      </Action>
      {imports.problem && (
        <Box color="coral" role="alert">
          {imports.problem}
        </Box>
      )}
      {imports.uploads.some(({ state }) => state !== "taken") && <UploadList uploads={imports.uploads} />}
      <HandFiles run={run} />
    </Box>
  );
}
