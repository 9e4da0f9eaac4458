"use client";
import { barsOfCounts, chartFields, chartTotals, shapeOf, shapesOf } from "@/core/insight";
import type { LensDraft, LensView } from "@/core/lens";
import type { ChartShape, LensChart } from "@/core/model";
import { OnePart } from "@/ui/SentencePart";
import { AxesPart } from "./AxesPart";
import { totalWords } from "./lensWords";

const shapeWords: Record<ChartShape, string> = {
  bars: "bars",
  columns: "columns",
  line: "a line",
  shares: "shares of the whole",
  field: "a field of both groupings",
  dots: "a dot for each",
};

interface ChartPartProps {
  lens: LensDraft;
  view: LensView;
  /** What its records are called together. */
  things: string;
  onChange: (setting: Partial<LensDraft>) => void;
}

/** What a chart counts and how it is drawn: the end of the sentence of such a lens. */
export function ChartPart({ lens, view, things, onChange }: ChartPartProps) {
  const chart = lens.chart ?? barsOfCounts;
  const change = (next: LensChart) => onChange({ chart: next });
  const fields = chartFields(view);
  const of = fields.find(({ name }) => name === chart.of);
  const total = chartTotals.find((way) => way === chart.total) ?? "sum";
  const shape = shapeOf(view, chart);
  return (
    <>
      {shape === "dots" ? (
        <AxesPart lens={lens} view={view} onChange={onChange} />
      ) : (
        <>
          {" of "}
          <OnePart
            label="What is counted"
            value={of?.name ?? ""}
            options={[
              ["", `how many ${things}`],
              ...fields.map(({ name, field }) => [name, field.label.toLowerCase()] as const),
            ]}
            onPick={(name) => change(name === "" ? { shape } : { shape, of: name, total })}
          />
          {of && (
            <>
              {", its "}
              <OnePart
                label="Added up by"
                value={total}
                options={chartTotals.map((way) => [way, totalWords[way]] as const)}
                onPick={(way) => change({ shape, of: of.name, total: way })}
              />
            </>
          )}
        </>
      )}
      {", drawn as "}
      <OnePart
        label="Drawn as"
        value={shape}
        options={shapesOf(view, chart).map((one) => [one, shapeWords[one]] as const)}
        onPick={(one) => change({ ...chart, shape: one })}
      />
    </>
  );
}
