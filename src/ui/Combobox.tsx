"use client";
import { useCombobox, type UseComboboxState, type UseComboboxStateChangeOptions } from "downshift";
import { Popover } from "radix-ui";
import { useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from "react";

/** One of the things that can be chosen. */
export interface Choice {
  readonly id: string;
  readonly title: string;
  /** What tells it from another of the same title. */
  readonly note?: string;
}

/** What was chosen, by its id, or typed; and where the hand goes from there: it stays after a press, leaves by itself. */
export interface Taken {
  readonly words: string;
  /** What each of the words names; absent where something else was typed. */
  readonly ids?: readonly string[];
  readonly step: "down" | "right" | "left" | "stay" | "leave";
}

interface ComboboxProps {
  label?: string | undefined;
  labelledBy?: string | undefined;
  hint?: string | undefined;
  /** What stands in the field now. */
  text: string;
  /** Where that is one of several of its title, or several: the ids it stands for. */
  held?: readonly Choice[];
  /** Whether there may be several, with commas between them. */
  many?: boolean;
  /** What is offered for the words typed up to now. */
  offers: (words: string) => readonly Choice[];
  /** Which of the offers the words name, if any. */
  named: (offers: readonly Choice[], words: string) => Choice | undefined;
  /** Takes what was chosen or typed. False leaves the field as it is, to be mended. */
  onTake: (taken: Taken) => boolean;
  /** Called for Escape; without it, Escape brings back what stood there. */
  onCancel?: () => void;
  className?: string;
  /** Whether the keyboard goes there at once, with the whole text selected. */
  begin?: boolean;
  /** What was typed before it was there, which it goes on from. */
  begun?: string;
}

/** What is offered, below its field, which keeps the focus. */
function OffersBelow({ children }: { children: ReactNode }) {
  const stay = (event: Event) => event.preventDefault();
  return (
    <Popover.Portal>
      <Popover.Content
        align="start"
        collisionPadding={8}
        role="presentation"
        className="offers"
        onOpenAutoFocus={stay}
        onCloseAutoFocus={stay}
        onInteractOutside={stay}
        onEscapeKeyDown={stay}
      >
        {children}
      </Popover.Content>
    </Popover.Portal>
  );
}

/** A field that offers what there is while one types, and hands back what was chosen by its id. */
export function Combobox(props: ComboboxProps) {
  const {
    label,
    labelledBy,
    hint,
    text,
    held = [],
    many = false,
    offers,
    named,
    onTake,
    onCancel,
    begin,
    begun,
  } = props;
  // A field that opened for a letter goes on from it.
  const [typed, setTyped] = useState(begun || (begin && text.length === 1 ? text : undefined));
  const done = useRef(false);
  const shown = typed ?? text;
  // What stands there already narrows nothing: all is offered until one types, and goes beside it where there may be several.
  const [before, narrowing] = !many
    ? ["", typed ?? ""]
    : typed === undefined
      ? [text && `${text}, `, ""]
      : splitLast(typed, held);
  const [open, setOpen] = useState(begin === true);
  const offered = useMemo(() => (open ? offers(narrowing) : []), [open, offers, narrowing]);
  const withChoice = (title: string) => before + title;

  const idOf = (words: string): string | undefined =>
    held.find(({ title }) => title === words)?.id ?? named(offers(words), words)?.id;
  const take = (words: string, step: Taken["step"], pick?: Choice) => {
    const names = many ? namesIn(pick ? before : words, held, idOf) : words.trim() === "" ? [] : [idOf(words)];
    const ids = pick ? [...(many ? names : []), pick.id] : names;
    const known = ids.every((id) => id !== undefined) ? { ids: ids as string[] } : {};
    done.current = true;
    if (onTake({ words, ...known, step })) setTyped(undefined);
    else done.current = false;
  };

  const { getInputProps, getMenuProps, getItemProps, highlightedIndex, setHighlightedIndex } = useCombobox<Choice>({
    items: offered as Choice[],
    isOpen: open,
    inputValue: shown,
    selectedItem: null,
    itemToString: (item) => item?.title ?? "",
    itemToKey: (item) => item?.id,
    stateReducer: onlyByHand,
    onIsOpenChange: ({ isOpen }) => setOpen(isOpen),
    onStateChange({ type, selectedItem }) {
      const { InputKeyDownEnter, ItemClick } = useCombobox.stateChangeTypes;
      if (!selectedItem || (type !== ItemClick && type !== InputKeyDownEnter)) return;
      take(withChoice(selectedItem.title), type === ItemClick ? "stay" : "down", selectedItem);
    },
  });
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    if (event.key === "Escape") {
      if (typed === undefined && !open && !onCancel) return;
      event.preventDefault();
      done.current = true;
      setTyped(undefined);
      setOpen(false);
      onCancel?.();
      queueMicrotask(() => (done.current = false));
    } else if (event.key === "Enter" || event.key === "Tab") {
      const pick = open ? offered[highlightedIndex] : undefined;
      // From a field that stays, Tab goes on as everywhere.
      if (event.key === "Tab" && !onCancel && !pick) return;
      // Downshift would take it too.
      (event.nativeEvent as Event & { preventDownshiftDefault?: boolean }).preventDownshiftDefault = true;
      if (event.key === "Enter" || onCancel) event.preventDefault();
      setOpen(false);
      const step = event.key === "Enter" ? "down" : event.shiftKey ? "left" : "right";
      if (pick || typed !== undefined || onCancel) take(pick ? withChoice(pick.title) : shown, step, pick);
    }
  };
  const leave = () => {
    if (!done.current && (typed !== undefined || onCancel)) take(shown, "leave");
    done.current = false;
    setOpen(false);
  };
  return (
    <Popover.Root open={open && offered.length > 0}>
      <Popover.Anchor asChild>
        <input
          {...getInputProps({
            "aria-label": label,
            "aria-labelledby": labelledBy,
            placeholder: hint,
            autoFocus: begin,
            className: props.className ?? "field w-full",
            onKeyDown: press,
            onBlur: leave,
            onFocus: ({ target }) => begin && !begun && text.length > 1 && target.select(),
            onClick: () => setOpen(true),
            onChange({ target }) {
              // What is typed after something was taken is to be taken in its turn.
              done.current = false;
              setTyped((target as HTMLInputElement).value);
              setHighlightedIndex(-1);
              setOpen(true);
            },
          })}
        />
      </Popover.Anchor>
      <OffersBelow>
        <ul {...getMenuProps({ "aria-label": label, "aria-labelledby": labelledBy }, { suppressRefError: true })}>
          {offered.map((offer, at) => (
            <li
              key={offer.id}
              className={at === highlightedIndex ? "is-here" : ""}
              {...getItemProps({ item: offer, index: at })}
            >
              {offer.title}
              {offer.note && <span className="text-ink-2"> · {offer.note}</span>}
            </li>
          ))}
        </ul>
      </OffersBelow>
    </Popover.Root>
  );
}

/** A pointer that lies still over an offer chooses nothing, nor does leaving the field. */
function onlyByHand(
  state: UseComboboxState<Choice>,
  { type, changes }: UseComboboxStateChangeOptions<Choice>,
): Partial<UseComboboxState<Choice>> {
  const { ItemMouseMove, MenuMouseLeave, InputBlur } = useCombobox.stateChangeTypes;
  if (type === ItemMouseMove || type === MenuMouseLeave)
    return { ...changes, highlightedIndex: state.highlightedIndex };
  if (type === InputBlur) return { ...changes, selectedItem: null, inputValue: state.inputValue };
  return changes;
}

/** The words before the last name of a list, and the last. Titles that stand in the field may hold commas themselves. */
function splitLast(words: string, held: readonly Choice[]): [before: string, last: string] {
  let at = 0;
  for (let found = true; found;) {
    const next = held.find(({ title }) => words.startsWith(`${title}, `, at));
    found = next !== undefined;
    if (next) at += next.title.length + 2;
  }
  const comma = words.lastIndexOf(", ");
  const from = Math.max(at, comma < 0 ? 0 : comma + 2);
  return [words.slice(0, from), words.slice(from)];
}

/** What the names of a list mean, each by its id: the longest run of words between commas that is one. */
function namesIn(
  words: string,
  held: readonly Choice[],
  idOf: (words: string) => string | undefined,
): (string | undefined)[] {
  const pieces = words
    .split(",")
    .map((piece) => piece.trim())
    .filter(Boolean);
  const ids: (string | undefined)[] = [];
  for (let at = 0; at < pieces.length;) {
    let length = pieces.length - at;
    const joined = () => pieces.slice(at, at + length).join(", ");
    while (length > 1 && !held.some(({ title }) => title === joined()) && idOf(joined()) === undefined) length--;
    ids.push(idOf(joined()));
    at += length;
  }
  return ids;
}
