"use client";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { addBlock, addEvent } from "@/core/commands";
import type { Theme } from "@/core/model";
import { momentAt, rangeText, type DateText } from "@/core/time";
import { useAct, useList, useTimeStyle } from "@/ui/workspaceContext";

interface DrawFormProps {
  date: DateText;
  startMinute: number;
  endMinute: number;
  top: number;
  height: number;
  /** How high the whole day is. */
  dayPixels: number;
  /** Whether the form reaches over the days to the left instead of those to the right. */
  toLeft?: boolean;
  onClose: () => void;
}

/** Asks what a drawn stretch is for: a few words, a theme, or both; a block or an event. */
export function DrawForm({
  date,
  startMinute,
  endMinute,
  top,
  height,
  dayPixels,
  toLeft = false,
  onClose,
}: DrawFormProps) {
  const [title, setTitle] = useState("");
  const [theme, setTheme] = useState("");
  const [kind, setKind] = useState<"block" | "event">("block");
  const themes = useList("kind", "theme") as readonly Theme[];
  const style = useTimeStyle();
  const act = useAct();
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    void form.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const stretch = {
      start: momentAt(date, startMinute),
      end: momentAt(date, endMinute),
      title,
      ...(theme ? { theme } : {}),
    };
    if (act(kind === "block" ? addBlock : addEvent, stretch) !== undefined) onClose();
  };
  return (
    <>
      <div className="cloth-drawn pointer-events-none absolute inset-x-0 z-20" style={{ top, height }} />
      <form
        ref={form}
        aria-label="What is this time for"
        className={`pointer-events-auto absolute z-30 grid w-[270px] gap-2 border border-ink-3 bg-sheet p-2.5 ${toLeft ? "right-0" : "left-0"}`}
        style={{ top: Math.max(0, top + height + 170 > dayPixels ? top - 164 : top + height + 4) }}
        onSubmit={submit}
        onKeyDown={(event) => {
          if (event.key !== "Escape") return;
          event.preventDefault();
          event.stopPropagation();
          onClose();
        }}
      >
        <p className="font-semibold">{rangeText(startMinute, endMinute, style)}</p>
        <input
          autoFocus
          className="field"
          aria-label="In a few words"
          placeholder="What for"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
        <div className="flex items-center gap-2">
          <select
            className="field min-w-0 flex-1"
            aria-label="Theme"
            value={theme}
            onChange={(event) => setTheme(event.target.value)}
          >
            <option value="">No theme</option>
            {themes.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </select>
          <div role="group" aria-label="Kind" className="flex gap-2">
            {(["block", "event"] as const).map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={kind === one}
                className={`min-h-6 ${kind === one ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
                onClick={() => setKind(one)}
              >
                {one === "block" ? "Block" : "Event"}
              </button>
            ))}
          </div>
        </div>
        <div className="flex gap-2">
          <button className="button-filled">Set aside</button>
          <button type="button" className="button" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </>
  );
}
