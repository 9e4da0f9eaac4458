"use client";
import { fullName, nameOf } from "@/core/things";
import { useEffect, useMemo, useState } from "react";
import { linkMentions } from "@/core/commands/linkMentions";
import type { PensumRecord } from "@/core/model";
import { kindOfRecord } from "@/core/register";
import { LinksHere, lineAround, minutesFor, plainTitle } from "@/core/page";
import { dateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** What links to a record, and what mentions it without a link. */
export function RecordLinks({ record }: { record: PensumRecord }) {
  const store = useStore();
  const [found, setFound] = useState<readonly PensumRecord[]>();
  const [mentions, setMentions] = useState<readonly PensumRecord[]>([]);
  const act = useAct();
  // What links here goes by what it is called, and by nothing else of it.
  const { id, kind } = record;
  const called = "title" in record ? record.title : undefined;
  useEffect(() => {
    let links: LinksHere | undefined;
    const show = (now: LinksHere) => {
      setFound(now.linking);
      setMentions(now.mentioning);
    };
    const timer = setTimeout(() => {
      const named = store.get(id);
      if (named) show((links = new LinksHere(named, () => store.records())));
    }, 30);
    const stop = store.onChange((changes) => {
      if (links?.take(changes)) show(links);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [id, kind, called, store]);
  const shown = useMemo(
    () =>
      found?.filter(
        (one) =>
          !(one.kind === "task" && record.kind === "task" && one.parent === record.id) &&
          !(one.kind === "block" && minutesFor(one, record.id) > 0),
      ),
    [found, record],
  );
  if (!shown) return null;
  const title = "title" in record ? record.title : undefined;
  return (
    <>
      {shown.length === 0 ? (
        <section className="mb-5">
          <h4 className="mb-1 font-semibold text-ink-2">Links here</h4>
          <p className="text-ink-3">
            Nothing links here yet. To link here, write “[[{nameOf(record, store)}]]” on any page.
          </p>
        </section>
      ) : (
        <RecordList title="Links here" records={shown} around={title} />
      )}
      {mentions.length > 0 && (
        <>
          <RecordList title="Unlinked mentions" records={mentions} around={title} />
          <button
            className="link mb-5 -mt-3 block"
            onClick={() => act(linkMentions, { record: record.id, in: mentions.map(({ id }) => id) })}
          >
            Link {mentions.length === 1 ? "it" : `all ${mentions.length}`}
          </button>
        </>
      )}
    </>
  );
}

const shownAtFirst = 12;

interface RecordListProps {
  title: string;
  records: readonly PensumRecord[];
  /** The title whose line is shown under each. */
  around?: string | undefined;
}

/** Records by name, a few at first. */
export function RecordList({ title, records, around }: RecordListProps) {
  const store = useStore();
  const style = useTimeStyle();
  const [all, setAll] = useState(false);
  const shown = all ? records : records.slice(0, shownAtFirst);
  return (
    <section className="mb-5">
      <h4 className="mb-1 flex justify-between font-semibold text-ink-2">
        <span>{title}</span>
        <span>{records.length}</span>
      </h4>
      <ul>
        {shown.map((record) => (
          <li key={record.id} className="border-b border-hairline">
            <button
              className="flex min-h-7 w-full items-baseline justify-between gap-3 py-1 text-left"
              onClick={() => openRecord(record.id)}
            >
              <span className="min-w-0 truncate">
                {record.kind === "day" ? dateText(record.date, "short", style) : fullName(record, store, style)}
              </span>
              <span className="flex-none text-small text-ink-3">{kindOfRecord(store, record).toLowerCase()}</span>
            </button>
            {around !== undefined && "text" in record && <LineAround text={record.text} title={around} />}
          </li>
        ))}
      </ul>
      {records.length > shown.length && (
        <button className="link mt-1 min-h-6" onClick={() => setAll(true)}>
          Show {records.length - shown.length} more
        </button>
      )}
    </section>
  );
}

/** The line of a page that a link stands in. */
function LineAround({ text, title }: { text: string; title: string }) {
  const line = lineAround(text, title);
  return line ? (
    <p className="line-clamp-2 pb-1.5 font-words text-[13px] leading-[18px] text-ink-2">{plainTitle(line)}</p>
  ) : null;
}
