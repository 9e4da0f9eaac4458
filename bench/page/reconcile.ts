import type { DayPage, Page } from "@/core/model";
import { followPages, readOutline, reconcile } from "@/core/page";
import { writePage } from "@/core/commands";
import { Store, type Runnable } from "@/core/store";
import { standingClock } from "@/core/time";

const id = "day-2026-11-24";

/** Milliseconds of each of `times` reconcilings after one line of the page was edited, and of the whole act around it. */
export function reconcileTimes(text: string, times: number): { reconciled: number[]; acted: number[] } {
  const reconciled: number[] = [];
  const acted: number[] = [];
  const store = new Store(new Map(), [followPages()], standingClock("2026-11-24T11:07"));
  store.act(writePage, { id, text });
  const textNow = () => (store.get(id) as DayPage).text;
  const edited = (at: number) => {
    const before = textNow();
    const place = before.indexOf(`task number ${Math.floor(at % 390) * 5 + 1} `) + 5;
    return `${before.slice(0, place)}x${before.slice(place)}`.replace(/^/, "");
  };
  const only: Runnable<string> = {
    name: "only",
    run(tx, next) {
      const page = tx.get(id) as Page;
      const start = performance.now();
      const outline = readOutline(next, earlier);
      reconcile(tx, { ...page, text: next }, outline);
      reconciled.push(performance.now() - start);
      tx.update(id, { text: next });
      earlier = outline;
      return "";
    },
  };
  let earlier = readOutline(textNow());
  const bare = new Store(
    new Map([...store.records()].map((record) => [record.id, record])),
    [],
    standingClock("2026-11-24T11:07"),
  );
  for (let at = 0; at < times; at++) {
    const page = bare.get(id) as DayPage;
    const place = page.text.indexOf(" for the work", Math.floor((page.text.length * (at % 97)) / 100));
    bare.act(only, `${page.text.slice(0, place)}x${page.text.slice(place)}`);
  }
  for (let at = 0; at < times; at++) {
    const next = edited(at);
    const start = performance.now();
    store.act(writePage, { id, text: next });
    acted.push(performance.now() - start);
  }
  return { reconciled, acted };
}
