"use client";

import { FileUpload } from "@chakra-ui/react";
import type { ReactElement, ReactNode } from "react";

interface FileDropProps {
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** The button that asks for a file. */
  readonly button: ReactElement;
  readonly children: (button: ReactNode) => ReactNode;
}

/** An area on which one file is dropped, or chosen by its button. */
export function FileDrop({ label, accept, onFile, button, children }: FileDropProps) {
  return (
    <FileUpload.Root acceptedFiles={[]} onFileChange={({ acceptedFiles: [file] }) => file && onFile(file)}>
      <FileUpload.HiddenInput aria-label={label} accept={accept} />
      <FileUpload.Dropzone
        disableClick
        tabIndex={-1}
        borderWidth="1px"
        borderStyle="dashed"
        px="10px"
        py="8px"
        my="6px"
        fontSize="note"
        css={{ "&[data-dragging]": { borderColor: "lamp" } }}
      >
        {children(<FileUpload.Trigger asChild>{button}</FileUpload.Trigger>)}
      </FileUpload.Dropzone>
    </FileUpload.Root>
  );
}
