"use client";
import { barsOfCounts, chartFields, chartTotals } from "@/core/insight";
import type { LensDraft, LensView } from "@/core/lens";
import { chartShapes, type ChartShape, type LensChart } from "@/core/model";
import { PickList, SentencePart } from "@/ui/SentencePart";
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
  const total = chart.total ?? "sum";
  const canShare = !of || total === "sum";
  const shapes = chartShapes.filter((shape) => {
    if (shape === "field") return lens.groups.length > 1;
    return shape === "shares" ? canShare : true;
  });
  const shape = shapes.includes(chart.shape) ? chart.shape : "bars";
  return (
    <>
      {shape === "dots" ? (
        <AxesPart lens={lens} view={view} onChange={onChange} />
      ) : (
        <>
          {" of "}
          <SentencePart label="What is counted" words={of ? of.field.label.toLowerCase() : `how many ${things}`}>
            {(close) => (
              <PickList
                options={[["", `How many ${things}`], ...fields.map(({ name, field }) => [name, field.label] as const)]}
                chosen={[of?.name ?? ""]}
                onPick={(name) => {
                  change(name === "" ? { shape } : { shape, of: name, total });
                  close();
                }}
              />
            )}
          </SentencePart>
          {of && (
            <>
              {", its "}
              <SentencePart label="Added up by" words={totalWords[total]}>
                {(close) => (
                  <PickList
                    options={chartTotals.map((way) => [way, totalWords[way]])}
                    chosen={[total]}
                    onPick={(way) => {
                      change({ shape, of: of.name, total: way as (typeof chartTotals)[number] });
                      close();
                    }}
                  />
                )}
              </SentencePart>
            </>
          )}
        </>
      )}
      {", drawn as "}
      <SentencePart label="Drawn as" words={shapeWords[shape]}>
        {(close) => (
          <PickList
            options={shapes.map((one) => [one, shapeWords[one]])}
            chosen={[shape]}
            onPick={(one) => {
              change({ ...chart, shape: one as ChartShape });
              close();
            }}
          />
        )}
      </SentencePart>
    </>
  );
}
