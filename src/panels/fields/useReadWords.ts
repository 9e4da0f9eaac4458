"use client";
import type { EditorProps } from "./editors";
import { readText } from "@/core/register";
import { editField } from "@/core/shaping";
import { notify } from "@/ui/notices";
import { useAct } from "@/ui/workspaceContext";
import { useReading } from "./useReading";

/** Reads words as a value of the field and sets it; an option that is new is made first. */
export function useReadWords({
  field,
  register,
  set,
}: Pick<EditorProps, "field" | "register" | "set">): (words: string) => boolean {
  const act = useAct();
  const reading = useReading();
  return (words) => {
    const read = readText(reading(), field, words);
    if ("fault" in read) {
      notify({ text: `${read.fault} Nothing was changed.`, tone: "refused" });
      return false;
    }
    const options = read.made && [...(field.options ?? []), ...read.made];
    const setting = options && register && { register, name: field.name, setting: { options } };
    if (setting && act(editField, setting, { quiet: true }) === undefined) return false;
    return set(read.value);
  };
}
