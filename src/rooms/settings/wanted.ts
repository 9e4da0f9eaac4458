import { createContext, useContext } from "react";
import { hasWords, settingEntries, settingParts, wantedWords } from "@/core/finding";

/** The parts of the settings that are looked for; undefined where nothing is. */
export const WantedContext = createContext<ReadonlySet<string> | undefined>(undefined);

export function useIsWanted(part: string): boolean {
  const wanted = useContext(WantedContext);
  return wanted === undefined || wanted.has(part);
}

/** The parts that have a setting with all of the words that are typed. */
export function partsWith(typed: string): ReadonlySet<string> | undefined {
  if (typed.trim() === "") return undefined;
  const words = wantedWords(typed);
  return new Set(
    settingParts.filter((part) =>
      settingEntries.some((entry) => entry.part === part && hasWords([part, entry.name, entry.also], words)),
    ),
  );
}
