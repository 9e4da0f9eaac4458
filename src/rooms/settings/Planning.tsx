"use client";
import { saveSettings } from "@/core/commands";
import { usualRunMinutes } from "@/core/plan";
import { durationText } from "@/core/time";
import { useAct, useSettings } from "@/ui/workspaceContext";
import { Choices } from "./Choices";
import { Section } from "./Section";

/** What the plan keeps free, and when it warns. */
export function Planning() {
  const { bufferMinutes = 0, longestRunMinutes = usualRunMinutes } = useSettings();
  const act = useAct();
  return (
    <Section
      title="Planning"
      note="The buffer before and after each event does not count as free time. The plan warns you when work runs longer than this without a break."
    >
      <Choices
        label="Buffer around events"
        value={String(bufferMinutes)}
        options={[0, 5, 10, 15, 30].map(
          (minutes) => [String(minutes), minutes === 0 ? "none" : `${minutes} min`] as const,
        )}
        set={(value) => act(saveSettings, { bufferMinutes: Number(value) || undefined })}
      />
      <Choices
        label="Longest stretch without a break"
        value={String(longestRunMinutes)}
        options={[90, 120, 180, 240, 0].map(
          (minutes) => [String(minutes), minutes === 0 ? "no warning" : durationText(minutes)] as const,
        )}
        set={(value) => act(saveSettings, { longestRunMinutes: Number(value) })}
      />
    </Section>
  );
}
