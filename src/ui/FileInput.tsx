"use client";

import type { Ref } from "react";

interface FileInputProps {
  /** For the button that opens it. */
  readonly ref: Ref<HTMLInputElement>;
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** Asks for one file; the same may be given again. It stays hidden behind the button that opens it. */
export function FileInput({ ref, label, accept, onFile }: FileInputProps) {
  return (
    <input
      ref={ref}
      type="file"
      hidden
      accept={accept}
      aria-label={label}
      onChange={(event) => {
        const file = event.target.files?.[0];
        if (file) onFile(file);
        event.target.value = "";
      }}
    />
  );
}
