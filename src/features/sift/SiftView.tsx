"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { useDropzone } from "react-dropzone";
import type { FrameReply } from "@/contracts/replies";
import { groupBySettings } from "@/core/picture";
import { readableDuration } from "@/core/recipe";
import type { RunWithFrames } from "@/features/api/queries";
import { Action } from "@/ui/Action";
import { Bar } from "@/ui/Bar";
import { FrameTile } from "./FrameTile";
import type { Upload } from "./useImport";

interface SiftViewProps {
  readonly run: RunWithFrames | null;
  /** Frames that are not to be fused. */
  readonly dropped: ReadonlySet<string>;
  readonly uploads: readonly Upload[];
  readonly onToggle: (frameId: string) => void;
  readonly onFiles: (files: readonly File[]) => void;
}

const UPLOAD_WORDS = { waiting: "waiting", sending: "sending", taken: "taken", refused: "refused" } as const;

function groupTitle(frame: FrameReply, count: number): string {
  const settings = [
    frame.shutterSeconds === null ? "shutter unknown" : readableDuration(frame.shutterSeconds),
    frame.iso === null ? null : `ISO ${frame.iso}`,
    `${frame.width} × ${frame.height}`,
    frame.camera,
  ];
  return `${count} ${count === 1 ? "frame" : "frames"} · ${settings.filter(Boolean).join(" · ")}`;
}

/** Frames as pictures in groups of equal settings; the whole area takes dropped files. */
export function SiftView({ run, dropped, uploads, onToggle, onFiles }: SiftViewProps) {
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: onFiles,
    noClick: true,
    noKeyboard: true,
  });
  const groups = groupBySettings(run?.frames ?? []);
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
          or drop JPEG, PNG, TIFF or ZIP anywhere here. Originals are kept as they are.
        </Box>
      </Flex>
      <Box flex="1" minH="0" overflowY="auto" px="16px" py="12px">
        {uploads.length > 0 && (
          <Box as="ul" listStyleType="none" aria-label="Files on their way" mb="16px">
            {uploads.map(({ id, name, share, state, reason }) => (
              <Flex as="li" key={id} align="center" gap="12px" py="3px" fontSize="note">
                <Box width="220px" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                  {name}
                </Box>
                <Bar
                  label={name}
                  done={share}
                  total={1}
                  width="min(280px, 40%)"
                  colour={state === "refused" ? "coral" : "lamp"}
                />
                <Box color={state === "refused" ? "coral" : "ash"}>{reason ?? UPLOAD_WORDS[state]}</Box>
              </Flex>
            ))}
          </Box>
        )}
        {groups.length === 0 && uploads.length === 0 && (
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
        {groups.map(({ key, frames }) => (
          <Box as="section" key={key} mb="18px">
            <Box as="h2" fontSize="note" fontFamily="mono" color="ash" mb="8px">
              {groupTitle(frames[0]!, frames.length)}
            </Box>
            <Grid templateColumns="repeat(auto-fill, minmax(148px, 1fr))" gap="6px">
              {frames.map((frame) => (
                <FrameTile key={frame.id} frame={frame} out={dropped.has(frame.id)} onToggle={onToggle} />
              ))}
            </Grid>
          </Box>
        ))}
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
