"use client";
import { useSaving, useUnsettled, useWorkspace } from "@/ui/workspaceContext";

/** How it stands with the disk, in words. Nothing is called saved that is not. */
export function useSavingWords(): { readonly words: string; readonly isSaved: boolean; readonly isFailed: boolean } {
  const saving = useSaving();
  const isTyping = useUnsettled();
  const { database, past } = useWorkspace();
  const isFailed = saving.kind === "failed";
  const isSaved = !past && database !== undefined && !isTyping && saving.kind === "saved";
  const words = past
    ? "As it was"
    : !database
      ? "Kept in this tab only"
      : isFailed
        ? "Not saved"
        : isTyping
          ? "Not saved yet"
          : isSaved
            ? "All saved"
            : "Saving…";
  return { words, isSaved, isFailed };
}
