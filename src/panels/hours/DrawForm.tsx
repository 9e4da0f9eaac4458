"use client";
import { useEffect, useRef } from "react";
import { rangeText, type DateText } from "@/core/time";
import { useTimeStyle } from "@/ui/workspaceContext";
import { DrawnFields } from "./DrawnFields";

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
  /** By so many pixels it may stand out over what lies to the right of the hours. */
  beyond?: number;
  onClose: () => void;
}

const formPixels = 214;

/** Asks beside the hours that were drawn what they are for. */
export function DrawForm(props: DrawFormProps) {
  const { date, startMinute, endMinute, top, height, dayPixels, toLeft = false, beyond = 0, onClose } = props;
  const style = useTimeStyle();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    void box.current?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <>
      <div className="cloth-drawn pointer-events-none absolute inset-x-0 z-20" style={{ top, height }} />
      <div
        ref={box}
        className={`pointer-events-auto absolute z-30 w-[270px] border border-ink-3 bg-sheet p-2.5 ${toLeft ? "" : "left-0"}`}
        style={{
          ...(toLeft ? { right: -beyond } : {}),
          top: Math.max(0, top + height + formPixels > dayPixels ? top - formPixels : top + height + 4),
        }}
      >
        <DrawnFields
          stretch={{ date, startMinute, endMinute }}
          heading={rangeText(startMinute, endMinute, style)}
          onClose={onClose}
        />
      </div>
    </>
  );
}
