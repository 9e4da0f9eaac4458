import type { Theme } from "../../model/index";
import { durationText, parseDuration, weekMinutes, type WorkingWeek } from "../../time/index";

type Targeted = Pick<Theme, "weeklyMinutes" | "weeklyShare">;

/** The minutes a week that a theme should get; undefined where nothing is wanted of it. */
export function weeklyTarget({ weeklyMinutes, weeklyShare }: Targeted, week: WorkingWeek): number | undefined {
  const minutes = weeklyShare ? Math.round((weeklyShare / 100) * weekMinutes(week)) : weeklyMinutes;
  return minutes || undefined;
}

/** A target as it is typed: "9 h", or "20%" of the working week. */
export function targetText({ weeklyMinutes, weeklyShare }: Targeted): string {
  if (weeklyShare) return `${weeklyShare}%`;
  return weeklyMinutes === undefined ? "" : durationText(weeklyMinutes);
}

/** Reads a target: hours or a share, of which a theme has one; neither for nothing. Undefined where it is no target. */
export function readTarget(text: string): { weeklyMinutes?: number; weeklyShare?: number } | undefined {
  const words = text.trim();
  if (words === "") return {};
  const share = /^(\d{1,3}(?:[.,]\d+)?)\s*(?:%|per\s?cent)$/i.exec(words)?.[1];
  if (share !== undefined) {
    const number = Number(share.replace(",", "."));
    return number <= 100 ? { weeklyShare: number } : undefined;
  }
  const minutes = parseDuration(words);
  return minutes === undefined ? undefined : { weeklyMinutes: minutes };
}
