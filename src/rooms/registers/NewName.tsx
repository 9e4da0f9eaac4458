"use client";
import { TypedField } from "@/ui/TypedField";

/** A field for the name of something new; leaving it empty makes nothing. */
export function NewName({ label, onName }: { label: string; onName: (name: string) => void }) {
  return (
    <span
      ref={(span) => span?.querySelector("input")?.focus()}
      onBlur={({ target }) => (target as HTMLInputElement).value === "" && onName("")}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onName("");
      }}
    >
      <TypedField label={label} hint={label} text="" commit={onName} />
    </span>
  );
}
