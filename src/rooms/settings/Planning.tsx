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
      note="A buffer before and after each event is not free for work. Where work goes on for longer without a pause, the plan says so."
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
        label="Longest without a pause"
        value={String(longestRunMinutes)}
        options={[90, 120, 180, 240, 0].map(
          (minutes) => [String(minutes), minutes === 0 ? "do not warn" : durationText(minutes)] as const,
        )}
        set={(value) => act(saveSettings, { longestRunMinutes: Number(value) })}
      />
    </Section>
  );
}
