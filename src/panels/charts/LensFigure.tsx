"use client";
import { useMemo } from "react";
import { barsOfCounts, lensChart } from "@/core/insight";
import type { LensDraft, LensView } from "@/core/lens";
import { thingsWords, type Register } from "@/core/register";
import { dyeOf } from "@/core/things";
import { useFirstWeekday, useStore } from "@/ui/workspaceContext";
import { groupWords, type Writing } from "../fields/cells";
import { ChartFigure } from "./ChartFigure";

interface LensFigureProps {
  writing: Writing;
  lens: LensDraft;
  register: Register;
  view: LensView;
}

/** What a lens shows, as a chart. */
export function LensFigure({ writing, lens, register, view }: LensFigureProps) {
  const store = useStore();
  const firstWeekday = useFirstWeekday();
  const { values, style, today } = writing;
  const { revision } = view;
  const { axes, chart = barsOfCounts, registers } = lens;
  const isMixed = registers.length > 1;
  const things = isMixed ? "records" : thingsWords(register);
  const thing = isMixed ? "record" : register.one.toLowerCase();
  const drawn = useMemo(() => {
    void revision;
    const groupings = view.query.groups.flatMap(({ field, by }) => {
      const of = view.fields.find(({ name }) => name === field);
      return of ? [{ of, by }] : [];
    });
    return lensChart({
      ...{ values, view, chart, axes, today, style, firstWeekday, things, thing },
      register: register.id,
      label: (level, key) => {
        const { of, by } = groupings[level]!;
        return groupWords(writing, of.field, of.type, key, by);
      },
      dye: (level, key) => {
        const record = groupings[level]!.of.type === "link" ? store.get(key) : undefined;
        return record && dyeOf(record, store);
      },
    });
  }, [writing, values, view, revision, chart, axes, today, style, firstWeekday, things, thing, register.id, store]);
  return <ChartFigure chart={drawn} title={lens.title} />;
}
