"use client";

import { Box, Flex } from "@chakra-ui/react";
import { FolderPlus } from "lucide-react";
import { useRef } from "react";
import type { DropzoneState } from "react-dropzone";
import { pictureFormatsText } from "@/core/formats";
import { PictureView } from "@/features/picture/PictureView";
import { Action } from "@/ui/Action";
import { useSize } from "@/ui/useSize";
import { CompareView } from "./CompareView";
import { Evidence } from "./Evidence";
import { FrameSheet } from "./FrameSheet";
import type { MeasureId } from "./measures";
import { SharpMap } from "./SharpMap";
import type { Arrangement } from "./SiftTools";
import { Strand } from "./Strand";
import type { SheetFrame } from "./sheetOrder";
import { UploadList } from "./UploadList";
import type { Upload } from "./useImport";
import { useRestedPicture } from "./useRestedPicture";
import type { Sifted } from "./useSifted";

interface SiftViewProps {
  readonly sifted: Sifted;
  readonly arrangement: Arrangement;
  readonly measure: MeasureId;
  /** What stands on the sheet, and whether in groups of equal settings. */
  readonly sheet: { readonly frames: readonly SheetFrame[]; readonly isGrouped: boolean };
  readonly uploads: readonly Upload[];
  /** Takes dropped files. */
  readonly drop: DropzoneState;
}

/** The frame that is looked at, large, and all of them on their strand under it. */
function StrandView({ sifted, measure }: { readonly sifted: Sifted; readonly measure: MeasureId }) {
  const { current, softness, beside, figures, isMapped } = sifted;
  const { picture, isPassing } = useRestedPicture(current?.hash ?? null);
  if (!current) return null;
  const measured = figures.byId.get(current.id);
  const known = measured?.kind === "measured" ? measured : null;
  const { width, height } = current;
  return (
    <Flex direction="column" flex="1" minH="0">
      {beside.length > 1 ? (
        <CompareView key={beside.map(({ id }) => id).join()} frames={beside} />
      ) : (
        <Flex flex="1" minH="0" direction="column" position="relative">
          <PictureView
            picture={picture}
            hash={current.hash}
            name={current.name}
            isPassing={isPassing}
            evidence={
              <>
                {isMapped && known && <SharpMap detail={known.sharpness} width={width} height={height} />}
                {softness && <Evidence softness={softness} marks={known?.marks ?? []} width={width} height={height} />}
              </>
            }
          />
        </Flex>
      )}
      <Strand sifted={sifted} measure={measure} />
    </Flex>
  );
}

/** Frames on their strand, or as pictures in groups of equal settings; the whole area takes dropped files. */
export function SiftView({ sifted, arrangement, measure, sheet, uploads, drop }: SiftViewProps) {
  const { frames, dropped, onToggle } = sifted;
  const { getRootProps, getInputProps, isDragActive, open } = drop;
  const scroller = useRef<HTMLDivElement>(null);
  const [sized, { width }] = useSize<HTMLDivElement>();
  return (
    <Flex {...getRootProps()} direction="column" flex="1" minH="0" position="relative">
      <input {...getInputProps()} aria-label="Files to fuse" />
      {frames.length > 0 && arrangement === "strand" && uploads.length === 0 ? (
        <StrandView sifted={sifted} measure={measure} />
      ) : (
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
                Up to 2,000 files at once, {pictureFormatsText("or", "ZIP")}, from any phone. They are sorted by the
                time they were taken, grouped by their settings, and what cannot be read is named with the reason.
              </Box>
              <Action look="main" mt="6px" onClick={open}>
                <FolderPlus size={16} /> Choose files
              </Action>
            </Flex>
          )}
          <Box ref={sized}>
            {frames.length > 0 && width > 0 && (
              <FrameSheet {...sheet} dropped={dropped} scroller={scroller} width={width} onToggle={onToggle} />
            )}
          </Box>
        </Box>
      )}
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
