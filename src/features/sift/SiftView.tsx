"use client";

import { Box, Flex } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { useRef } from "react";
import { useDropzone } from "react-dropzone";
import type { FrameReply } from "@/contracts/replies";
import { pictureFormatsText } from "@/core/formats";
import type { RunWithFrames } from "@/features/api/queries";
import { Action } from "@/ui/Action";
import { useSize } from "@/ui/useSize";
import { FrameSheet } from "./FrameSheet";
import { UploadList } from "./UploadList";
import type { Upload } from "./useImport";

const NO_FRAMES: readonly FrameReply[] = [];

interface SiftViewProps {
  readonly run: RunWithFrames | null;
  /** Frames that are not to be fused. */
  readonly dropped: ReadonlySet<string>;
  readonly uploads: readonly Upload[];
  readonly onToggle: (frameId: string) => void;
  readonly onFiles: (files: readonly File[]) => void;
}

/** Frames as pictures in groups of equal settings; the whole area takes dropped files. */
export function SiftView({ run, dropped, uploads, onToggle, onFiles }: SiftViewProps) {
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: onFiles,
    noClick: true,
    noKeyboard: true,
  });
  const frames = run?.frames ?? NO_FRAMES;
  const scroller = useRef<HTMLDivElement>(null);
  const [sized, { width }] = useSize<HTMLDivElement>();
  return (
    <Flex {...getRootProps()} direction="column" flex="1" minH="0" position="relative">
      <input {...getInputProps()} aria-label="Files to fuse" />
      <Flex
        px="16px"
        py="8px"
        gap="14px"
        align="center"
        borderBottomWidth="1px"
        borderColor="line"
        flexShrink="0"
        wrap="wrap"
      >
        <Action look={run ? "plain" : "main"} onClick={open}>
          <FolderPlus size={16} /> Add files
        </Action>
        <Box fontSize="note" color="ash">
          or drop {pictureFormatsText("or", "ZIP")} anywhere here. Originals are kept as they are.
        </Box>
      </Flex>
      <Box ref={scroller} flex="1" minH="0" overflowY="auto" px="16px" py="12px">
        {uploads.length > 0 && <UploadList uploads={uploads} />}
        {frames.length === 0 && uploads.length === 0 && (
          <Flex
            direction="column"
            height="100%"
            align="flex-start"
            justify="center"
            px={{ base: 0, md: "8%" }}
            gap="10px"
          >
            <Box as="h2" fontSize="heading" fontWeight={560}>
              Drop your frames here.
            </Box>
            <Box color="ash" maxW="52ch" fontSize="lead">
              Up to 2,000 files at once, from any phone. They are sorted by the time they were taken, grouped by their
              settings, and what cannot be read is named with the reason.
            </Box>
            <Action look="main" mt="6px" onClick={open}>
              <FolderPlus size={16} /> Choose files
            </Action>
          </Flex>
        )}
        <Box ref={sized}>
          {frames.length > 0 && width > 0 && (
            <FrameSheet frames={frames} dropped={dropped} scroller={scroller} width={width} onToggle={onToggle} />
          )}
        </Box>
      </Box>
      {isDragActive && (
        <Flex
          position="absolute"
          inset="0"
          bg="ink"
          opacity={0.92}
          align="center"
          justify="center"
          fontSize="heading"
          color="lamp"
          borderWidth="2px"
          borderStyle="dashed"
          borderColor="lamp"
        >
          Let go to take them in
        </Flex>
      )}
    </Flex>
  );
}
