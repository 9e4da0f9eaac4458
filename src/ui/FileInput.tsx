"use client";
import type { Ref } from "react";

interface FileInputProps {
  ref: Ref<HTMLInputElement>;
  label: string;
  accept?: string;
  multiple?: boolean;
  onFiles: (files: readonly File[]) => void;
}

/** Where files of this computer are chosen: out of sight, opened by a press on a button beside it. */
export function FileInput({ ref, label, accept, multiple = false, onFiles }: FileInputProps) {
  return (
    <input
      ref={ref}
      type="file"
      accept={accept}
      multiple={multiple}
      className="sr-only"
      tabIndex={-1}
      aria-label={label}
      onChange={({ target }) => {
        const files = [...(target.files ?? [])];
        target.value = "";
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
