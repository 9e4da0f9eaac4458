"use client";
import { useRef, useState, type KeyboardEvent } from "react";
import { chartCsv, columnText, type Chart, type ChartRow } from "@/core/insight";
import { download } from "@/ui/download";
import { useSize } from "@/ui/useSize";
import { useStore } from "@/ui/workspaceContext";
import { openAsLens } from "../lensDrafts";
import { BarsPicture } from "./BarsPicture";
import { ColumnsPicture } from "./ColumnsPicture";
import { DotsPicture } from "./DotsPicture";
import { FieldPicture } from "./FieldPicture";
import { RangesPicture } from "./RangesPicture";

/** What each picture is given: where it lies in the page is its own, what a mark says and opens is not. */
export interface PictureProps {
  chart: Chart;
  width: number;
  /** All that a mark has to say, for those who hear it and in its hint. */
  saying: (row: ChartRow) => string;
  /** What makes an element a mark that can be pressed and reached by key. */
  markProps: (row: ChartRow, at: number) => MarkProps;
}

export interface MarkProps {
  role: "button" | "img";
  tabIndex: number;
  "aria-label": string;
  "data-mark": number;
  "data-dye": string | undefined;
  className: string;
  onClick: (event: { readonly target: EventTarget }) => void;
  onFocus: () => void;
}

const pictures = {
  bars: BarsPicture,
  columns: ColumnsPicture,
  ranges: RangesPicture,
  field: FieldPicture,
  dots: DotsPicture,
};
const leastWidth = 240;
const noSize = { width: 0, height: 0 };

/** A question with its answer, drawn; the same as a table, and as a file. */
export function ChartFigure({ chart, title }: { chart: Chart; title: string }) {
  const store = useStore();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box, noSize);
  const [isTable, setTable] = useState(false);
  const [current, setCurrent] = useState(0);
  const way = useRef<HTMLButtonElement>(null);
  const { answer, about, rows, columns, form } = chart;
  const saying = (row: ChartRow) =>
    [
      row.label,
      ...columns.flatMap((column, at) => {
        const value = row.values[at];
        return value === undefined ? [] : [`${column.label.toLowerCase()} ${columnText(column, value)}`];
      }),
    ].join(", ");
  const open = (row: ChartRow, cell?: number) => {
    const ids = (cell === undefined ? row.behind?.() : row.behindCell?.(cell)) ?? [];
    if (ids.length > 0) openAsLens(store, chart.register, ids);
  };
  const markProps = (row: ChartRow, at: number): MarkProps => ({
    role: row.behind ? "button" : "img",
    tabIndex: at === Math.min(current, rows.length - 1) ? 0 : -1,
    "aria-label": saying(row),
    "data-mark": at,
    "data-dye": row.dye,
    className: row.behind ? "chart-mark is-open" : "chart-mark",
    onClick: ({ target }) => open(row, row.behindCell && cellAt(target, row)),
    onFocus: () => setCurrent(at),
  });
  const press = (event: KeyboardEvent<HTMLDivElement>) => {
    const step = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
    const row = rows[current];
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      if (row) open(row);
    } else if (event.key === "t" && !event.ctrlKey && !event.metaKey && !event.altKey) {
      setTable(true);
      // The marks go; the button that brings the picture back takes the focus.
      way.current?.focus();
    } else if (step !== undefined || event.key === "Home" || event.key === "End") {
      event.preventDefault();
      const last = rows.length - 1;
      const next = step === undefined ? (event.key === "Home" ? 0 : last) : Math.max(0, Math.min(last, current + step));
      event.currentTarget.querySelector<SVGElement>(`[data-mark="${next}"]`)?.focus();
    }
  };
  const Picture = pictures[form];
  const isEmpty = rows.length === 0;
  return (
    <section aria-label={title} className="chart">
      <h2 className="font-words text-[16px] leading-[21px] font-semibold">{answer}</h2>
      <div className="flex items-baseline justify-between gap-x-4">
        <p className="text-small text-ink-2">{about}</p>
        {!isEmpty && (
          <span className="chart-ways flex flex-none gap-3 text-small print:hidden">
            <button ref={way} className="link min-h-6" aria-pressed={isTable} onClick={() => setTable(!isTable)}>
              {isTable ? "Picture" : "Table"}
            </button>
            <button
              className="link min-h-6"
              aria-label={`Save “${title}” as CSV`}
              onClick={() =>
                download(
                  new Blob([chartCsv(chart)], { type: "text/csv" }),
                  `${title.toLowerCase().replace(/\W+/g, "-")}.csv`,
                )
              }
            >
              CSV
            </button>
          </span>
        )}
      </div>
      <div ref={box} className="mt-2 min-w-0" onKeyDown={isTable ? undefined : press}>
        {!isEmpty && isTable && <ChartTable chart={chart} title={title} onOpen={open} />}
        {!isEmpty && !isTable && width > 0 && (
          <Picture chart={chart} width={Math.max(leastWidth, width)} saying={saying} markProps={markProps} />
        )}
      </div>
    </section>
  );
}

/** The column of the cell that was pressed; undefined beside all cells, and on one that has nothing. */
function cellAt(target: EventTarget, { values }: ChartRow): number | undefined {
  const cell = (target as Element).closest<SVGElement>("[data-cell]")?.dataset.cell;
  return cell !== undefined && values[Number(cell)] ? Number(cell) : undefined;
}

function ChartTable({
  chart,
  title,
  onOpen,
}: {
  chart: Chart;
  title: string;
  onOpen: (row: ChartRow, cell?: number) => void;
}) {
  const { rowLabel, columns, rows } = chart;
  return (
    <div className="overflow-x-auto">
      <table aria-label={title} className="chart-table w-full border-t border-rule">
        <thead>
          <tr className="border-b border-rule text-right text-small text-ink-2">
            <th scope="col" className="py-1 text-left font-semibold">
              {rowLabel}
            </th>
            {columns.map(({ label }) => (
              <th key={label} scope="col" className="pl-3 font-semibold whitespace-nowrap">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className="border-b border-hairline text-right">
              <th scope="row" className="py-0.5 text-left font-normal">
                {row.behind ? (
                  <button className="min-h-6 text-left hover:underline" onClick={() => onOpen(row)}>
                    {row.label}
                  </button>
                ) : (
                  row.label
                )}
              </th>
              {columns.map((column, at) => (
                <td key={column.label} className="pl-3 whitespace-nowrap">
                  {row.values[at] === undefined ? (
                    ""
                  ) : row.behindCell && row.values[at] !== 0 ? (
                    <button className="min-h-6 hover:underline" onClick={() => onOpen(row, at)}>
                      {columnText(column, row.values[at])}
                    </button>
                  ) : (
                    columnText(column, row.values[at])
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
