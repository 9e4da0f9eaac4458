"use client";
import { useState } from "react";
import { Section } from "./Section";
import { Choices } from "./Choices";

type Look = "system" | "light" | "dark";
const key = "pensum-appearance";

/** Light, dark, or as the system has it; on this device only. */
export function Appearance() {
  const [look, setLook] = useState<Look>(
    () => (document.documentElement.dataset.appearance as Look | undefined) ?? "system",
  );
  const choose = (next: Look) => {
    setLook(next);
    if (next === "system") delete document.documentElement.dataset.appearance;
    else document.documentElement.dataset.appearance = next;
    try {
      if (next === "system") localStorage.removeItem(key);
      else localStorage.setItem(key, next);
    } catch {
      // Without storage the choice holds until the page is closed.
    }
  };
  return (
    <Section title="Appearance">
      <Choices
        label="On this device"
        value={look}
        options={[
          ["system", "same as the system"],
          ["light", "light"],
          ["dark", "dark"],
        ]}
        set={choose}
      />
    </Section>
  );
}
