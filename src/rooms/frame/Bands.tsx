"use client";
import type { DateText } from "@/core/time";
import { late } from "@/ui/late";
import { useNewVersion } from "@/ui/newVersion";
import { startView } from "@/ui/startView";
import { useWorkspace } from "@/ui/workspaceContext";
import { SavingBanner } from "./SavingBanner";

const FirstDayBand = late(() => import("./FirstDayBand").then((band) => ({ default: band.FirstDayBand })));
const PastBanner = late(() => import("./PastBanner").then((banner) => ({ default: banner.PastBanner })));
const VersionBanner = late(() => import("./VersionBanner").then((banner) => ({ default: banner.VersionBanner })));

interface BandsProps {
  today: DateText;
  /** Why nothing can be kept; undefined where it can. */
  problem: unknown;
  isSettingUp: boolean;
}

/** What is said of the whole workspace, across the window and above the rooms. */
export function Bands({ today, problem, isSettingUp }: BandsProps) {
  const { past } = useWorkspace();
  const { isFirstDay } = startView.use();
  const changeOver = useNewVersion();
  return (
    <>
      {past ? <PastBanner past={past} /> : <SavingBanner problem={problem} />}
      {isFirstDay && !past && !isSettingUp && <FirstDayBand today={today} />}
      {changeOver && <VersionBanner onUse={changeOver} />}
    </>
  );
}
