"use client";
import { DropdownMenu } from "radix-ui";
import { Check, ChevronRight } from "lucide-react";
import { useMemo } from "react";
import { Refusal, type Id } from "@/core/model";
import { menuOf, type MenuAct, type MenuEntry, type MenuGroup } from "@/core/gestures";
import type { DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { useAct, useStore } from "@/ui/workspaceContext";

interface RecordMenuProps {
  ids: readonly Id[];
  /** Where it opens, on the screen. */
  at: { readonly x: number; readonly y: number };
  /** The day on which tasks are placed. */
  day: DateText;
  onAct: (act: MenuAct, of: readonly Id[]) => void;
  onClose: () => void;
}

/** What can be done with a thing, or with all that are chosen. Loaded when it is first opened. */
export function RecordMenu({ ids, at, day, onAct, onClose }: RecordMenuProps) {
  const store = useStore();
  const act = useAct();
  const menu = useMemo(() => menuOf(store, ids, day), [store, ids, day]);
  if (!menu) return null;
  const choose = ({ does }: MenuEntry) => {
    if ("order" in does) return act(does.order.command, does.order.input);
    onAct(does.act, does.of);
  };
  return (
    <DropdownMenu.Root open modal={false} onOpenChange={(open) => !open && onClose()}>
      <DropdownMenu.Trigger className="fixed size-0" style={{ left: at.x, top: at.y }} aria-hidden tabIndex={-1} />
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={2}
          collisionPadding={8}
          aria-label={`What can be done with ${menu.title}`}
          className="record-menu z-50 max-h-[80vh] w-64 overflow-y-auto border border-rule bg-sheet py-1"
          // The focus goes back to what it was on, by those who opened the menu.
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <DropdownMenu.Label className="truncate px-3 py-1 font-words text-[15px] font-semibold">
            {menu.title}
          </DropdownMenu.Label>
          {menu.groups.map((group, place) =>
            group.name === undefined ? (
              <DropdownMenu.Group key={place} className="border-t border-hairline py-1">
                {group.entries.map((entry) => (
                  <Entry key={entry.label} entry={entry} reason={refusalOf(store, entry)} onChoose={choose} />
                ))}
              </DropdownMenu.Group>
            ) : (
              <Choices
                key={group.name}
                group={group}
                isFirst={menu.groups[place - 1]?.name === undefined}
                onChoose={choose}
              />
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const rowClass =
  "menu-row flex min-h-7 cursor-default items-baseline justify-between gap-3 px-3 py-1 outline-none data-[highlighted]:bg-sunk data-[disabled]:text-ink-3 max-[759px]:min-h-11 max-[759px]:items-center";

interface EntryProps {
  entry: MenuEntry;
  /** Why it cannot be done; undefined where it can. */
  reason?: string | undefined;
  onChoose: (entry: MenuEntry) => void;
}

function Entry({ entry, reason, onChoose }: EntryProps) {
  return (
    <DropdownMenu.Item
      className={rowClass}
      disabled={reason !== undefined}
      title={reason}
      onSelect={() => onChoose(entry)}
    >
      <span>{entry.label}</span>
      {entry.isSo ? (
        <Check size={14} aria-label="now" />
      ) : (
        entry.key && <span className="flex-none text-small text-ink-2">{entry.key}</span>
      )}
    </DropdownMenu.Item>
  );
}

interface ChoicesProps {
  group: MenuGroup;
  /** Whether it is the first of its sort. */
  isFirst: boolean;
  onChoose: (entry: MenuEntry) => void;
}

function Choices({ group, isFirst, onChoose }: ChoicesProps) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger className={`${rowClass} ${isFirst ? "border-t border-hairline" : ""}`}>
        <span>{group.name}</span>
        <span className="flex items-center gap-1 text-small text-ink-2">
          {group.entries.find(({ isSo }) => isSo)?.label}
          <ChevronRight size={13} aria-hidden />
        </span>
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <DropdownMenu.SubContent
          collisionPadding={8}
          aria-label={group.name}
          className="z-50 max-h-[70vh] w-52 overflow-y-auto border border-rule bg-sheet py-1"
        >
          {group.entries.map((entry) => (
            <Entry key={entry.label} entry={entry} onChoose={onChoose} />
          ))}
        </DropdownMenu.SubContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  );
}

/** Why an entry would be refused now; undefined where it would be done. */
function refusalOf(store: Store, { does }: MenuEntry): string | undefined {
  if (!("order" in does)) return undefined;
  try {
    store.rehearse(does.order.command, does.order.input);
    return undefined;
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
}
