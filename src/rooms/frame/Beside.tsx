"use client";
import { useFourth } from "@/panels/clock/usePortion";
import { badgeChoice } from "@/ui/badge";
import type { DateText } from "@/core/time";
import { late } from "@/ui/late";
import { ThingMenu } from "./ThingMenu";
import { useWorkspace } from "@/ui/workspaceContext";

const WhichGoes = late(() => import("@/panels/clock/WhichGoes").then((part) => ({ default: part.WhichGoes })));
const Reminders = late(() => import("@/panels/clock/Reminders").then((part) => ({ default: part.Reminders })));
const LateBadge = late(() => import("./LateBadge").then((badge) => ({ default: badge.LateBadge })));

/** What comes up by itself, or for an answer, wherever one stands. */
export function Beside({ day, today }: { day: DateText; today: DateText }) {
  const { past } = useWorkspace();
  const { isShown: isBadgeShown } = badgeChoice.use();
  const fourth = useFourth();
  return (
    <>
      {!past && <ThingMenu day={day} today={today} />}
      {!past && <Reminders />}
      {isBadgeShown && !past && <LateBadge />}
      {fourth && <WhichGoes />}
    </>
  );
}
