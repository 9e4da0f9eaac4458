"use client";
import {
  CalendarDays,
  Circle,
  CircleCheck,
  CircleDot,
  CircleSlash,
  CirclePause,
  Layers2,
  Square,
  SquareCheck,
} from "lucide-react";
import type { Block, Event, PensumRecord, State } from "@/core/model";
import { isBox } from "@/core/plan";
import { fieldsIn, fieldValues, findRegister, registerOf } from "@/core/register";
import { dateOf } from "@/core/time";
import { cellWords } from "@/panels/fields/cells";
import { isOwnIcon, type IconWay } from "./iconWays";
import { OwnIcon } from "./OwnIcon";
import { useRecord, useStore, useTimeStyle } from "@/ui/workspaceContext";

const stateIcons: Record<State, typeof Circle> = {
  open: Circle,
  doing: CircleDot,
  waiting: CirclePause,
  done: CircleCheck,
  dropped: CircleSlash,
};

/** The icon of an item: of what it is, of the state its task is in, or one that the person gave. */
export function ItemIcon({ record, way }: { record: Block | Event; way: IconWay }) {
  return isOwnIcon(way) ? <OwnIcon record={record} way={way} /> : <ReadyIcon record={record} way={way} />;
}

function ReadyIcon({ record, way }: { record: Block | Event; way: IconWay }) {
  const task = useRecord(record.kind === "block" ? record.task : undefined);
  const Icon =
    way === "state" && task?.kind === "task"
      ? stateIcons[task.state]
      : way !== "kind"
        ? undefined
        : record.kind === "event"
          ? CalendarDays
          : isBox(record)
            ? record.holds
              ? Layers2
              : Square
            : SquareCheck;
  return Icon ? <Icon size={11} className="mr-1 inline-block text-ink-2" aria-hidden /> : null;
}

/** Chosen fields of an item, or of its task, in a line: "mill yard, Ines". */
export function ItemFields({ record, names }: { record: Block | Event; names: readonly string[] }) {
  const store = useStore();
  const style = useTimeStyle();
  const task = useRecord(record.kind === "block" ? record.task : undefined);
  const values = fieldValues(store);
  const writing = { values, style, today: dateOf(store.clock.now()) };
  const wordsOf = (of: PensumRecord | undefined): string[] => {
    const register = of && findRegister(store, registerOf(of) ?? "");
    if (!register) return [];
    const fields = fieldsIn(store, register);
    return names.flatMap((name) => {
      const field = fields.find((one) => one.name === name);
      if (!field) return [];
      const cell = values.reader(register, field)(of);
      return cellWords(writing, field, values.typeOf(register, field, [of]), cell) || [];
    });
  };
  const words = [...wordsOf(record), ...wordsOf(task)].join(", ");
  return words ? <span className="block truncate text-small leading-4 font-[450] text-ink-2">{words}</span> : null;
}
