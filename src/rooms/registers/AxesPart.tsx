"use client";
import { axisFields, usualAxes, type LensDraft, type LensView } from "@/core/lens";
import { dotAxes, dotFields } from "@/core/insight";
import type { LensAxes } from "@/core/model";
import { timeFields, usualTimes } from "@/core/plan/layout/lensTimeline";
import { PickList, SentencePart } from "@/ui/SentencePart";

interface AxesPartProps {
  lens: LensDraft;
  view: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
}

/** By which fields a matrix or a timeline is drawn: the end of the sentence of such a lens. */
export function AxesPart({ lens, view, onChange }: AxesPartProps) {
  const isMatrix = lens.look === "matrix";
  const isChart = lens.look === "chart";
  const fields = isChart ? dotFields(view) : isMatrix ? axisFields(view) : timeFields(view);
  const usual: LensAxes = isChart ? dotAxes(view, lens.axes) : isMatrix ? usualAxes(view) : usualTimes(view);
  const axes = isChart || isMatrix || lens.axes?.from === undefined ? { ...usual, ...lens.axes } : lens.axes;
  const part = (key: keyof LensAxes, label: string, none?: string) => {
    const chosen = axes[key];
    const words = fields.find(({ name }) => name === chosen)?.field.label.toLowerCase() ?? none ?? "choose a field";
    return (
      <SentencePart label={label} words={words} faint={chosen === undefined}>
        {(close) => (
          <PickList
            options={[
              ...fields.map(({ name, field }) => [name, field.label] as const),
              ...(none === undefined ? [] : [["", none] as const]),
            ]}
            chosen={[chosen ?? ""]}
            onPick={(name) => {
              const { [key]: _before, ...others } = axes;
              onChange({ axes: name === "" ? others : { ...others, [key]: name } });
              close();
            }}
          />
        )}
      </SentencePart>
    );
  };
  return isChart || isMatrix ? (
    <>
      {" of "}
      {part("up", "Vertical axis")}
      {" against "}
      {part("across", "Horizontal axis")}
    </>
  ) : (
    <>
      {" from "}
      {part("from", "Start of the bars")}
      {" to "}
      {part("to", "End of the bars", "one day later")}
    </>
  );
}
