"use client";
import { useEffect, useMemo, type ComponentType, type ReactNode } from "react";
import { drawnDates, drawnLayers, drawnRecord, type DrawnSpan } from "@/core/lens";
import { newId, type Lens } from "@/core/model";
import { addToRegister } from "@/core/shaping";
import { dateOf } from "@/core/time";
import { usePlanView } from "@/panels/hours/planView";
import { useFieldValues } from "@/panels/useLens";
import { useNow } from "@/ui/clock";
import { useAct, useList, useSettings } from "@/ui/workspaceContext";
import { layerKey } from "./layers";

/** What adds records to a layer. */
export interface LayerAdder {
  /** From when to when such a record would last. */
  dates(span: DrawnSpan): ReturnType<typeof drawnDates>;
  /** Adds a record; gives what the act said, or undefined where it was refused. */
  add(title: string, span: DrawnSpan): string | undefined;
}

interface LayerKindsProps {
  /** The layer that is chosen. */
  chosen: string | undefined;
  onChoose: (layer: string) => void;
  /** Given what adds to the chosen layer; nothing where no such layer is shown. */
  onAdder: (adder: LayerAdder | undefined) => void;
  Button: ComponentType<{ isChosen: boolean; onChoose: () => void; children: ReactNode }>;
}

/** What can be drawn beside tasks, blocks and events: the records of the lenses that are shown on the calendar. */
export function LayerKinds({ chosen, onChoose, onAdder, Button }: LayerKindsProps) {
  const { layers } = useSettings();
  const lenses = useList("kind", "lens") as readonly Lens[];
  const values = useFieldValues();
  const act = useAct();
  const today = dateOf(useNow(values.store.clock));
  const [{ hiddenLayers }] = usePlanView();
  const drawn = useMemo(
    () => drawnLayers(values, layers ?? [], lenses).filter(({ layer }) => !hiddenLayers.includes(layerKey(layer))),
    [values, layers, lenses, hiddenLayers],
  );
  const into = drawn.find(({ layer }) => layerKey(layer) === chosen);
  useEffect(() => {
    if (!into) return onAdder(undefined);
    onAdder({
      dates: (span) => drawnDates(values, into, span),
      add(title, span) {
        const fields = { ...drawnRecord(values, into, span, today), title: title.trim() };
        return act(addToRegister, { register: into.register.id, fields, id: newId() });
      },
    });
  }, [onAdder, into, values, today, act]);
  return drawn.map(({ layer, label }) => {
    const key = layerKey(layer);
    return (
      <Button key={key} isChosen={chosen === key} onChoose={() => onChoose(key)}>
        {label}
      </Button>
    );
  });
}
