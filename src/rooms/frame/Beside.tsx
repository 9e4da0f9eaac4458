"use client";
import { useFourth } from "@/panels/clock/usePortion";
import { badgeChoice } from "@/ui/badge";
import { late } from "@/ui/late";
import { useWorkspace } from "@/ui/workspaceContext";

const WhichGoes = late(() => import("@/panels/clock/WhichGoes").then((part) => ({ default: part.WhichGoes })));
const Reminders = late(() => import("@/panels/clock/Reminders").then((part) => ({ default: part.Reminders })));
const LateBadge = late(() => import("./LateBadge").then((badge) => ({ default: badge.LateBadge })));

/** What comes up by itself, or for an answer, wherever one stands. */
export function Beside() {
  const { past } = useWorkspace();
  const { isShown: isBadgeShown } = badgeChoice.use();
  const fourth = useFourth();
  return (
    <>
      {!past && <Reminders />}
      {isBadgeShown && !past && <LateBadge />}
      {fourth && <WhichGoes />}
    </>
  );
}
