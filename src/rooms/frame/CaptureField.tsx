"use client";
import { type ClipboardEvent, type KeyboardEvent, type Ref, useEffect, useId, useMemo, useRef, useState } from "react";
import type { Draft } from "@/core/capture";
import { isBare } from "@/core/capture/draft";
import { addRecord, capture, makeThemeOfTag } from "@/core/commands";
import { dayPageId } from "@/core/model";
import { dateOf, dateText, type MomentText } from "@/core/time";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { lastHeadingOn } from "@/panels/editor/lastHeading";
import { handedWords } from "@/ui/handed";
import { notify } from "@/ui/notices";
import { bareGoes } from "./bareGoes";
import { captureForm } from "./captureForm";
import { useAct, useList, useTimeStyle } from "@/ui/workspaceContext";
import { late } from "@/ui/late";

const DraftPanel = late(() => import("./DraftPanel").then((module) => ({ default: module.DraftPanel })));
const PastedLines = late(() => import("./PastedLines").then((module) => ({ default: module.PastedLines })));

type Capture = Awaited<ReturnType<typeof loadCapture>>;
const loadCapture = () => import("@/core/capture");

/** The field in the top bar: a plain line becomes a record, and shows beforehand what was understood of it. */
export function CaptureField({ ref }: { ref: Ref<HTMLInputElement> }) {
  const [line, setLine] = useState("");
  const [kind, setKind] = useState<Draft["kind"]>();
  const [refused, setRefused] = useState<ReadonlySet<string>>(new Set());
  const [reader, setReader] = useState<Capture>();
  const [pasted, setPasted] = useState<string>();
  const [inside, setInside] = useState(false);
  const marks = useRef<HTMLDivElement>(null);
  const box = useRef<HTMLDivElement>(null);
  /** Where one was writing before, to go back there. */
  const cameFrom = useRef<Element>(null);
  const panel = useId();
  const act = useAct();
  const context = useCaptureContext();
  const style = useTimeStyle();

  /** A line is read again when a theme or somebody was made for it. */
  const themes = useList("kind", "theme");
  const people = useList("kind", "person");
  const goes = bareGoes.use();
  const { inboxOnly, underHeading } = goes;
  const draft = useMemo(() => {
    if (!reader || line.trim() === "") return undefined;
    const read = reader.understand(kind ? `${kind}: ${line}` : line, context(), refused);
    const said = kind ? withoutPrefix(read, `${kind}: `.length) : read;
    return wherever(said, { inboxOnly, underHeading }, context().now);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the context reads the themes and the people
  }, [reader, line, kind, refused, context, inboxOnly, underHeading, themes, people]);

  const begin = () => {
    setInside(true);
    // A server that is away is told of when a line is added; here it only means that no marks are shown.
    if (!reader)
      void loadCapture().then(
        (module) => setReader(() => module),
        () => {},
      );
  };
  const toField = () => box.current?.querySelector("input")?.focus();
  // What the address hands over is shown as it was understood, and is added by the person.
  useEffect(() => {
    const words = handedWords(location);
    if (words === undefined) return;
    history.replaceState(null, "", "/");
    setLine(words);
    toField();
  }, []);
  const clear = () => {
    setLine("");
    setKind(undefined);
    setRefused(new Set());
  };
  const add = async () => {
    if (line.trim() === "") return;
    const known = draft;
    // At once where the reader is there, so that what is typed next begins another line. Else the words stay in sight
    // until it is: it may never come.
    if (reader) clear();
    const module = reader ?? (await loadCapture().catch(() => undefined));
    if (!module)
      return notify({
        text: "The line was not added: what reads it could not be loaded from the server. It is still here; try again.",
        tone: "refused",
      });
    if (!reader) {
      setLine((typed) => (typed.startsWith(line) ? typed.slice(line.length) : typed));
      setKind(undefined);
      setRefused(new Set());
    }
    const { understand } = module;
    const read = known ?? understand(line, context());
    const ready = known ?? wherever(read, goes, context().now);
    const said = act(capture, [ready], { quiet: true });
    if (said !== undefined) {
      const text = `${said}${placeText(ready, context().now, (day) => dateText(day, "short", style))}`;
      return notify({ text, undo: true });
    }
    setLine((typed) => (typed === "" ? line : `${line} ${typed}`));
    setKind(kind);
    setRefused(refused);
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter" && !event.nativeEvent.isComposing) {
      event.preventDefault();
      void add();
    } else if (event.code === "KeyI" && event.altKey && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      bareGoes.choose({ ...goes, inboxOnly: !inboxOnly });
    } else if (event.code === "KeyJ" && event.altKey && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      bareGoes.choose({ ...goes, underHeading: !underHeading });
    } else if (event.key === "Escape") {
      event.preventDefault();
      if (line !== "" && refused.size + (kind ? 1 : 0) > 0) {
        setRefused(new Set());
        setKind(undefined);
      } else if (cameFrom.current instanceof HTMLElement && cameFrom.current.isConnected) cameFrom.current.focus();
      else event.currentTarget.blur();
    }
  };
  const paste = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData("text/plain");
    if (!/[\r\n]/.test(text.trim())) return;
    event.preventDefault();
    setPasted(line.trim() === "" ? text : `${line}\n${text}`);
  };
  const syncScroll = (event: { currentTarget: HTMLInputElement }) => {
    if (marks.current) marks.current.scrollLeft = event.currentTarget.scrollLeft;
  };

  return (
    <div
      ref={box}
      className="capture relative min-w-0 flex-1"
      onBlur={(event) => {
        if (!box.current?.contains(event.relatedTarget)) setInside(false);
      }}
    >
      <form
        id={captureForm}
        className="relative h-8 rounded-[4px] border border-rule bg-sheet focus-within:border-woad"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div
          ref={marks}
          aria-hidden
          className="pointer-events-none absolute inset-y-0 right-9 left-2.5 overflow-hidden leading-[30px] whitespace-pre text-transparent"
        >
          {draft && <MarkedLine line={line} draft={draft} />}
        </div>
        <input
          ref={ref}
          data-pane="capture"
          aria-label="Add a task, event or note"
          aria-controls={inside && draft ? panel : undefined}
          autoComplete="off"
          spellCheck={false}
          className="absolute inset-0 w-full bg-transparent pr-9 pl-2.5 leading-[30px] text-ink outline-none placeholder:text-ink-3"
          placeholder="Add: “call the ecologist Thu 9:30 for 20 min”"
          value={line}
          onFocus={(event) => {
            if (!box.current?.contains(event.relatedTarget)) cameFrom.current = event.relatedTarget;
            begin();
          }}
          onChange={(event) => setLine(event.target.value)}
          onKeyDown={press}
          onPaste={paste}
          onScroll={syncScroll}
          onSelect={syncScroll}
        />
        <kbd className="pointer-events-none absolute top-[7px] right-2.5 rounded-[3px] border border-rule px-1.5 text-[11px] leading-4 font-semibold text-ink-3">
          N
        </kbd>
      </form>
      {inside && line.trim() !== "" && draft && (
        <DraftPanel
          id={panel}
          line={line}
          draft={draft}
          onKind={setKind}
          onRefuse={(key) => setRefused(new Set([...refused, key]))}
          keyOf={(part) => reader!.partKey(part, line)}
          onAdd={() => {
            // The panel goes with its line; the next line is typed where this one was.
            toField();
            void add();
          }}
          onTheme={(tag) => {
            act(makeThemeOfTag, { tag });
            toField();
          }}
          onPerson={(title) => {
            act(addRecord, { kind: "person", title });
            toField();
          }}
          today={dateOf(context().now)}
        />
      )}
      {pasted !== undefined && (
        <PastedLines
          text={pasted}
          context={context}
          onClose={(added) => {
            setPasted(undefined);
            if (added) clear();
          }}
        />
      )}
    </div>
  );
}

/** The parts of a draft read with a kind before the line, as they stand in the line itself. */
function withoutPrefix(draft: Draft, length: number): Draft {
  const parts = draft.parts
    .filter((part) => part.what !== "kind")
    .map((part) => ({ ...part, from: part.from - length, to: part.to - length }));
  return { ...draft, parts, ...(draft.text ? { text: draft.text.slice(length) } : {}) };
}

/** Where a draft goes: into the inbox alone, or under the heading of its page where somebody was last. */
function wherever(draft: Draft, { inboxOnly, underHeading }: ReturnType<typeof bareGoes.read>, now: MomentText): Draft {
  if (inboxOnly && isBare(draft)) return { ...draft, inboxOnly: true };
  const heading = underHeading ? lastHeadingOn(dayPageId(draft.day ?? dateOf(now))) : undefined;
  return draft.kind === "task" && heading !== undefined ? { ...draft, under: heading } : draft;
}

function placeText(draft: Draft, now: MomentText, write: (day: string) => string): string {
  const day = draft.day ?? dateOf(now);
  if (draft.kind === "note") return " as a note";
  if (draft.inboxOnly) return " to the inbox";
  return day === dateOf(now) ? " to today" : ` to ${write(day)}`;
}

function MarkedLine({ line, draft }: { line: string; draft: Draft }) {
  const pieces = [];
  let at = 0;
  for (const part of draft.parts) {
    pieces.push(line.slice(at, part.from));
    pieces.push(
      <mark
        key={part.from}
        className="bg-[color-mix(in_srgb,var(--woad)_14%,transparent)] text-transparent shadow-[0_2px_0_var(--woad)]"
      >
        {line.slice(part.from, part.to)}
      </mark>,
    );
    at = part.to;
  }
  return [...pieces, line.slice(at)];
}
