import { describe, expect, it } from "vitest";
import { writePage } from "../commands";
import { dayPageId, type PensumRecord } from "../model";
import { clock, today } from "../testing/deeds";
import { oddities } from "./oddities";
import { openStore } from ".";

const page = (text: string): PensumRecord => ({ id: dayPageId(today), kind: "day", date: today, text });
const oddIn = async (...records: PensumRecord[]) => {
  const { store } = await openStore(new Map(records.map((one) => [one.id, one])), clock);
  return oddities(store).map(({ what }) => what);
};

describe("the check of all data", () => {
  it("finds nothing in a page as it is written, an empty box in it or not", async () => {
    const { store } = await openStore(new Map(), clock);
    store.act(writePage, { id: dayPageId(today), text: "- [ ] order stakes\n- [ ] \n  - [x] part\n" });
    expect(oddities(store)).toEqual([]);
  });

  it("finds a line without its record, a record that says other than its line, and a link that leads nowhere", async () => {
    expect(await oddIn(page("- [ ] gone {#k3aaaaaaaaa}"))).toEqual(["the task line “gone” has no record"]);
    const task = {
      id: "k3aaaaaaaaa",
      kind: "task",
      title: "other",
      state: "open",
      theme: "k3bbbbbbbbb",
      tags: [],
      people: [],
      text: "",
      carried: 0,
      page: dayPageId(today),
      createdAt: "2026-11-24T11:07",
    } satisfies PensumRecord;
    expect(await oddIn(page("- [ ] words {#k3aaaaaaaaa}"), task)).toEqual([
      "the line “words” does not match its task",
      "Theme links to a record that no longer exists",
    ]);
  });

  it("finds a field that holds what none can", async () => {
    const [odd] = await oddIn({ ...page(""), source: 5 } as unknown as PensumRecord);
    expect(odd).toMatch(/source/);
  });
});
