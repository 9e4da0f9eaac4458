"use client";
import { useEffect, useMemo, useState } from "react";
import type { understand } from "@/core/capture";
import { hasWords, helpParts, wantedWords, type HelpEntry } from "@/core/finding";
import { compileFormula, feelText } from "@/core/formula";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { goTo } from "@/ui/navigation";
import { usePart } from "@/ui/part";
import { useStore } from "@/ui/workspaceContext";
import { KeyList } from "../frame/KeysHelp";
import { keyGroups } from "../frame/keys";

/** The help: what can be typed and done, to be searched, with examples that can be tried on the spot. */
export function HelpRoom() {
  const [typed, setTyped] = useState("");
  const wanted = useMemo(() => (typed.trim() === "" ? [] : wantedWords(typed)), [typed]);
  const has = (...texts: readonly string[]) => hasWords(texts, wanted);
  const parts = helpParts
    .map((part) => ({
      ...part,
      entries: part.entries.filter(({ title, words, also = "", trials = [] }) =>
        has(part.title, title, words, also, ...trials.map(({ text }) => text)),
      ),
    }))
    .filter(({ entries }) => entries.length > 0);
  const keys = keyGroups
    .map(([title, rows]) => [title, rows.filter((row) => has("keys", title, ...row))] as const)
    .filter(([, rows]) => rows.length > 0);
  return (
    <main
      data-pane="page"
      className="min-w-0 flex-1 overflow-y-auto bg-sheet px-5 pt-[22px] pb-24 [scrollbar-width:thin] sm:px-9"
    >
      <div className="mx-auto max-w-[760px]">
        <h1 className="room-title mb-3 font-words text-[27px] leading-[33px] font-semibold tracking-[-0.01em]">Help</h1>
        <div className="mb-6 flex flex-wrap items-center gap-3">
          <input
            type="search"
            className="field w-72 max-w-full"
            aria-label="Search the help"
            placeholder="Search the help"
            value={typed}
            data-pane-focus=""
            onChange={({ target }) => setTyped(target.value)}
          />
          <button className="button" onClick={() => goTo("/start")}>
            Set up step by step
          </button>
        </div>
        {parts.length === 0 && keys.length === 0 && <p role="status">Nothing in the help contains these words.</p>}
        {parts.map(({ title, entries }) => (
          <section key={title} aria-label={title} className="mb-7">
            <h2 className="mb-2 border-b border-ink pb-1 font-words text-[19px] font-semibold">{title}</h2>
            {entries.map((entry) => (
              <Entry key={entry.title} entry={entry} />
            ))}
          </section>
        ))}
        {keys.length > 0 && (
          <section aria-label="Keys">
            <h2 className="mb-3 font-words text-[19px] font-semibold">Keys</h2>
            <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2">
              {keys.map(([title, rows]) => (
                <KeyList key={title} title={title} keys={rows} />
              ))}
            </div>
          </section>
        )}
      </div>
    </main>
  );
}

function Entry({ entry }: { entry: HelpEntry }) {
  const heading = usePart<HTMLHeadingElement>(entry.title);
  return (
    <div className="mb-3">
      <h3 ref={heading} tabIndex={-1} className="scroll-mt-4 font-semibold">
        {entry.title}
      </h3>
      <p className="max-w-[640px] font-words text-page">{entry.words}</p>
      {entry.trials?.map(({ as, text }) =>
        as === "line" ? <LineTrial key={text} text={text} /> : <FormulaTrial key={text} text={text} />,
      )}
    </div>
  );
}

/** A field with an example, and below it what it comes to as it is changed. */
function Trial({
  label,
  text,
  onType,
  meaning,
}: {
  label: string;
  text: string;
  onType: (text: string) => void;
  meaning: string;
}) {
  return (
    <div className="mt-1.5 grid max-w-[640px] gap-x-3 sm:grid-cols-2 sm:items-baseline">
      <input
        className="field min-w-0"
        aria-label={label}
        spellCheck={false}
        value={text}
        onChange={({ target }) => onType(target.value)}
      />
      <output className="text-ink-2">{meaning}</output>
    </div>
  );
}

function LineTrial({ text }: { text: string }) {
  const [typed, setTyped] = useState(text);
  const [reader, setReader] = useState<{ understand: typeof understand }>();
  const context = useCaptureContext();
  useEffect(() => {
    void import("@/core/capture").then(setReader, () => {});
  }, []);
  const draft = reader && typed.trim() !== "" ? reader.understand(typed, context()) : undefined;
  const before: Partial<Record<string, string>> = { due: "due ", until: "until ", rest: "hidden until ", place: "at " };
  const kind = { task: "Task", event: "Event", note: "Note" };
  const meaning = draft
    ? [
        `${kind[draft.kind]} “${draft.title}”`,
        ...draft.parts.map(({ what, meaning }) => `${before[what] ?? ""}${meaning}`),
      ].join(", ")
    : "";
  return <Trial label={`Try: ${text}`} text={typed} onType={setTyped} meaning={meaning} />;
}

const noNames = { read: () => undefined, shapes: {} };

function FormulaTrial({ text }: { text: string }) {
  const [typed, setTyped] = useState(text);
  const { clock } = useStore();
  const meaning = useMemo(() => {
    const formula = compileFormula<null>(typed, noNames, clock);
    if ("fault" in formula) return formula.fault.message;
    const { value, reason } = formula.explain(null);
    return reason ?? feelText(value);
  }, [typed, clock]);
  return <Trial label={`Try: ${text}`} text={typed} onType={setTyped} meaning={meaning} />;
}
