"use client";

import { FileUpload } from "@chakra-ui/react";
import type { ReactElement } from "react";

interface FileInputProps {
  readonly label: string;
  /** Media types and endings, as in `image/png` and `.csv`. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** The button that opens it. */
  readonly children: ReactElement;
}

/** Asks for one file; the same may be given again. What it holds is judged by whoever reads it. */
export function FileInput({ label, accept, onFile, children }: FileInputProps) {
  return (
    <FileUpload.Root
      width="auto"
      display="contents"
      // A fresh list each time, or the same file would be no change.
      acceptedFiles={[]}
      onFileChange={({ acceptedFiles: [file] }) => file && onFile(file)}
    >
      <FileUpload.HiddenInput aria-label={label} accept={accept} />
      <FileUpload.Trigger asChild>{children}</FileUpload.Trigger>
    </FileUpload.Root>
  );
}
