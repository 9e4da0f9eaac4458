import { isPage, type Block, type Id, type Page, type Task } from "../model";
import type { Rule, Transaction } from "../store";
import { dateOf } from "../time";
import { applyEdits, type Edit } from "./edits";
import { blockLineEdits, removeLineEdit, taskLineEdits } from "./lines";
import type { Outline } from "./outline";
import { OutlineCache } from "./outlineCache";
import { reconcile } from "./reconcile";

/** A page longer than this is words only: reading its lines would hold everything up for seconds. */
export const longestFollowedPage = 1_000_000;

/**
 * The rule by which task lines and task records follow each other, in whatever act either of them changed. Where an
 * act changed a page's text the text is right; where it changed a record, its one line is written anew.
 */
export function followPages(outlines = new OutlineCache()): Rule {
  return (tx) => {
    const edited = new Map<Id, Page>();
    const stale = new Map<Id, Set<Id>>();
    for (const id of tx.touched()) {
      const now = tx.get(id);
      const before = tx.before(id);
      if (isPage(now)) {
        if (!isPage(before) || before.text !== now.text) edited.set(id, now);
        continue;
      }
      for (const record of [before, now])
        if ((record?.kind === "task" || record?.kind === "block") && record.page) {
          if (!stale.has(record.page)) stale.set(record.page, new Set());
          stale.get(record.page)?.add(id);
        }
    }
    for (const [pageId, ids] of stale) {
      const page = tx.get(pageId);
      if (!isPage(page)) for (const id of ids) tx.update(id, { page: undefined });
      else if (edited.has(pageId)) {
        // What the act removed itself goes from the text too, unless somebody else has changed its line meanwhile.
        const text = withoutRemoved(tx, page, ids, outlines);
        if (text === page.text) continue;
        tx.update(pageId, { text });
        edited.set(pageId, tx.get(pageId) as Page);
      } else if (page.text.length <= longestFollowedPage) {
        const text = writeBack(tx, page, ids, outlines.of(page));
        tx.update(pageId, { text });
        edited.set(pageId, tx.get(pageId) as Page);
      }
    }
    for (const page of edited.values())
      if (page.text.length <= longestFollowedPage) reconcile(tx, page, outlines.of(page));
    for (const id of tx.touched()) {
      const before = tx.before(id);
      if (isPage(before) && !tx.get(id))
        for (const record of tx.list("linesByPage", id)) tx.update(record.id, { page: undefined });
    }
  };
}

/** The page's text without the lines of tasks that were removed in this act, where these say what they said. */
function withoutRemoved(tx: Transaction, page: Page, ids: ReadonlySet<Id>, outlines: OutlineCache): string {
  const removed = [...ids].filter((id) => !tx.get(id) && page.text.includes(`#${id}`));
  if (removed.length === 0 || page.text.length > longestFollowedPage) return page.text;
  const edits = outlines.of(page).tasks.flatMap((line) => {
    const id = line.attributes?.id;
    const before = id !== undefined && removed.includes(id) ? tx.before(id) : undefined;
    return before?.kind === "task" && before.title === line.title ? [removeLineEdit(line, page.text)] : [];
  });
  return applyEdits(page.text, edits);
}

/** The page's text with the lines of these records brought to what the records say. */
function writeBack(tx: Transaction, page: Page, ids: ReadonlySet<Id>, outline: Outline): string {
  const edits: Edit[] = [];
  const found = new Set<Id>();
  for (const line of [...outline.tasks, ...outline.blocks]) {
    const id = line.attributes?.id;
    if (!id || !ids.has(id) || found.has(id)) continue;
    found.add(id);
    const record = tx.get(id) as Task | Block | undefined;
    if (!record || record.page !== page.id) edits.push(removeLineEdit(line, page.text));
    else if (line.type === "task" && record.kind === "task") edits.push(...taskLineEdits(line, record));
    else if (line.type === "block" && record.kind === "block" && page.kind === "day") {
      if (dateOf(record.start) === page.date) edits.push(...blockLineEdits(line, record, page.date));
      else {
        edits.push(removeLineEdit(line, page.text));
        tx.update(id, { page: undefined });
      }
    }
  }
  for (const id of ids) {
    const record = tx.get(id);
    // A line that an open code fence has swallowed for now is a line of this page still.
    if (found.has(id) || page.text.includes(`#${id}`)) continue;
    if ((record?.kind === "task" || record?.kind === "block") && record.page === page.id)
      tx.update(id, { page: undefined });
  }
  return applyEdits(page.text, edits);
}
