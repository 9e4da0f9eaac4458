"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Check } from "lucide-react";
import { useMemo, useReducer, useRef, useState, type KeyboardEvent } from "react";
import { setDone } from "@/core/commands";
import type { PensumRecord } from "@/core/model";
import { isDone } from "@/core/register";
import { carriedRecord } from "@/core/gestures";
import { startDrag } from "@/panels/drag";
import { usePhone } from "@/ui/usePhone";
import { useAct } from "@/ui/workspaceContext";
import { openRecord } from "@/ui/navigation";
import type { LensForm } from "./lensForm";
import { CellContent } from "./CellContent";
import { groupWords, isNumeric } from "@/panels/fields/cells";
import { groupKey, TableRows } from "./tableRows";
import { nothingWords } from "./lensWords";

const usualRowHeight = 32;
/** As high as a thumb is wide. */
const phoneRowHeight = 44;

/** A lens as a list: a title a line, and what else is shown behind it. */
export function ListView({ writing, register, lens, view, onChange, onAdd }: LensForm) {
  const rowHeight = usePhone() ? phoneRowHeight : usualRowHeight;
  const scroller = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<{ key: string; line: number }>({ key: "", line: 0 });
  const [, redraw] = useReducer((count: number) => count + 1, 0);
  const act = useAct();
  const { revision } = view;
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const rows = useMemo(() => new TableRows(view, lens.folded), [view, lens.folded, revision]);
  const keyOf = (at: number): string => {
    const row = rows.row(at);
    return row?.kind === "entry" ? (view.entries[row.at]?.record.id ?? "") : (row?.key ?? "");
  };
  // The cursor belongs to a record, wherever it stands.
  const at = cursor.key === "" || keyOf(cursor.line) === cursor.key ? -1 : view.indexOf(cursor.key);
  const line = Math.max(0, Math.min(rows.count - 1, (at < 0 ? undefined : rows.lineOf(at)) ?? cursor.line));
  /** Goes to a line; the record that was ticked goes to its place, or leaves. */
  const setLine = (to: number) => {
    const key = keyOf(to);
    setCursor({ key, line: to });
    if (view.hold(undefined)) redraw();
  };
  /** Ticks a task, or takes the tick off; it keeps its line until another one is gone to. */
  const tick = (record: PensumRecord, on: number) => {
    const done = isDone(writing.values.store, record);
    if (done === undefined) return;
    if (record.id !== cursor.key) setLine(on);
    view.hold(record.id);
    act(setDone, { ids: [record.id], done: !done });
    setCursor({ key: record.id, line: on });
  };
  const virtual = useVirtualizer({
    count: rows.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 10,
  });
  const columns = lens.shown.flatMap(({ field }) => view.fields.filter(({ name }) => name === field));
  const [title, ...rest] = columns.toSorted(
    (a, b) => Number(b.field.type === "title") - Number(a.field.type === "title"),
  );
  const fold = (key: string) =>
    onChange({
      folded: lens.folded.includes(key) ? lens.folded.filter((other) => other !== key) : [...lens.folded, key],
    });
  const open = () => {
    const row = rows.row(line);
    if (row?.kind === "group") fold(row.key);
    else if (row) openRecord(view.entries[row.at]?.record.id);
  };
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12, Home: -rows.count, End: rows.count }[
      event.key
    ];
    if (event.target !== scroller.current) return;
    if (step !== undefined) {
      const next = Math.max(0, Math.min(rows.count - 1, line + step));
      setLine(next);
      virtual.scrollToIndex(next);
    } else if (event.key === "Enter") open();
    else if (event.key === " ") {
      const row = rows.row(line);
      const record = row?.kind === "entry" ? view.entries[row.at]?.record : undefined;
      if (record) tick(record, line);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      ref={scroller}
      role="listbox"
      aria-label={`${lens.title}, ${register.title}`}
      tabIndex={0}
      data-pane-focus=""
      className="register-list-view min-h-0 flex-1 overflow-auto outline-none [scrollbar-width:thin]"
      onKeyDown={press}
    >
      {rows.count === 0 && <p className="py-8 font-words text-page">{nothingWords(writing, register)}</p>}
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows.row(index);
          if (!row) return null;
          const style = { transform: `translateY(${start}px)`, height: rowHeight };
          if (row.kind === "group") {
            const grouping = lens.groups[row.level];
            const of = view.fields.find(({ name }) => name === grouping?.field);
            const words = of
              ? groupWords(writing, of.field, of.type, row.group.keys[row.level] ?? "", grouping?.by)
              : "";
            return (
              <div
                key={groupKey(row.group)}
                className="list-row items-end pb-1"
                data-active={line === index ? "" : undefined}
                style={{ ...style, paddingLeft: row.level * 16 }}
              >
                <button
                  className="font-words text-[15px] font-semibold"
                  tabIndex={-1}
                  aria-expanded={!lens.folded.includes(row.key)}
                  onClick={() => fold(row.key)}
                >
                  {words}
                </button>
                <span className="text-small text-ink-2">{row.group.end - row.group.start}</span>
              </div>
            );
          }
          const entry = view.entries[row.at];
          if (!entry || !title) return null;
          const { record } = entry;
          const done = isDone(writing.values.store, record);
          return (
            <div
              key={`${record.id} ${entry.place.groups.join()}`}
              role="option"
              aria-selected={line === index}
              aria-checked={done}
              data-record={record.id}
              data-active={line === index ? "" : undefined}
              className="list-row border-b border-hairline"
              style={style}
              onPointerDown={({ nativeEvent }) => {
                const { store } = writing.values;
                const dragged = carriedRecord(store, record);
                if (dragged.kind !== "record") startDrag(nativeEvent, { dragged });
              }}
              onClick={() => openRecord(record.id)}
            >
              {done !== undefined && (
                <ListTick
                  record={record}
                  done={done}
                  onTick={() => {
                    tick(record, index);
                    scroller.current?.focus({ preventScroll: true });
                  }}
                />
              )}
              <span className="min-w-0 flex-1 truncate">
                <CellContent
                  writing={writing}
                  record={record}
                  field={title.field}
                  type={title.type}
                  cell={title.read(record)}
                />
              </span>
              {rest.map((of) => (
                <span
                  key={of.name}
                  className={`list-cell ${isNumeric(of.type) ? "is-number" : ""}`}
                  title={of.field.label}
                >
                  <CellContent
                    writing={writing}
                    record={record}
                    field={of.field}
                    type={of.type}
                    cell={of.read(record)}
                  />
                </span>
              ))}
            </div>
          );
        })}
      </div>
      <button className="add-row" onClick={() => openRecord(onAdd())}>
        Add {register.one.toLowerCase()}
      </button>
    </div>
  );
}

/** For the pointer; by keys, Space ticks, and the option says whether it is done. */
function ListTick({ record, done, onTick }: { record: PensumRecord; done: boolean; onTick: () => void }) {
  return (
    <span
      aria-hidden
      data-tick={record.id}
      className="-mx-1 grid size-6 flex-none place-items-center"
      onClick={(event) => {
        event.stopPropagation();
        onTick();
      }}
    >
      <span
        className={`grid size-[13px] place-items-center border ${done ? "border-woad bg-woad text-sheet" : "border-ink-3"}`}
      >
        {done && <Check size={11} strokeWidth={3} />}
      </span>
    </span>
  );
}
