import { modelVersion } from "../model";
import { invert, isEmpty, touchedIds } from "./changeSet";
import { writeCall } from "./calls";
import { Emptied, Overtaken, Replaced, type ChangeLog, type LogEntry, type LogEntryDraft } from "./changeLog";
import { decodeChanges, encodeChanges } from "./codec";
import { layAgain, recordsOf } from "./layAgain";
import { NewerVersion } from "./replay";
import type { Act } from "./act";
import type { Store } from "./store";

/** How it stands with what was done in this tab. */
export type Saving =
  | { readonly kind: "saved" }
  | { readonly kind: "saving"; readonly waiting: number; readonly since: number }
  | {
      readonly kind: "failed";
      readonly waiting: number;
      readonly reason: unknown;
    };

const mostIndexedIds = 64;

interface JournalOptions {
  /** The log's length when the store was read. */
  seq: number;
  /** The name of this tab, for the log. */
  by: string;
  /** Called after entries of this tab became durable, with the log's new length: tell the other tabs. */
  onAppended?: (seq: number) => void;
  /** The present in milliseconds since 1970. */
  now?: () => number;
  /** Waits before a failed append is tried again, in milliseconds; the last one repeats. */
  retryAfter?: readonly number[];
}

/**
 * Keeps a store and the shared log in step. Acts are in the store at once and wait here until the log has them. When
 * another tab was first, the waiting acts are taken back, the other's entries applied, and the waiting ones done again
 * on top, merged field by field: so the log stays one line that every tab replays to the same state.
 */
export class Journal {
  readonly #store: Store;
  readonly #log: ChangeLog;
  readonly #options: JournalOptions;
  readonly #listeners = new Set<() => void>();
  #waiting: Act[] = [];
  #seq: number;
  /** The zone of the last call that this tab wrote. */
  #zone: string | undefined;
  #saving: Saving = { kind: "saved" };
  #running = false;
  #pullWanted = false;
  #failures = 0;
  #retry: ReturnType<typeof setTimeout> | undefined;
  #idle: (() => void)[] = [];

  constructor(store: Store, log: ChangeLog, options: JournalOptions) {
    this.#store = store;
    this.#log = log;
    this.#options = options;
    this.#seq = options.seq;
    store.onRecord((act) => {
      this.#waiting.push(act);
      if (this.#saving.kind === "failed") this.#say({ ...this.#saving, waiting: this.#waiting.length });
      else void this.#run();
    });
  }

  /** The length of the log as this tab knows it. */
  get seq(): number {
    return this.#seq;
  }

  get saving(): Saving {
    return this.#saving;
  }

  /** Calls `listener` when `saving` changes. */
  onSaving(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Reads what other tabs wrote. Resolves when it is in the store. */
  pull(): Promise<void> {
    this.#pullWanted = true;
    return this.#run();
  }

  /** Tries at once to write what waits, after a failure. */
  tryAgain(): Promise<void> {
    clearTimeout(this.#retry);
    if (this.#saving.kind === "failed")
      this.#say({ kind: "saving", waiting: this.#waiting.length, since: this.#since() });
    return this.#run();
  }

  /** Resolves when everything done so far is durable. */
  async durable(): Promise<void> {
    this.#store.settle();
    if (this.#waiting.length === 0 && !this.#running) return;
    await new Promise<void>((resolve) => this.#idle.push(resolve));
  }

  async #run(): Promise<void> {
    if (this.#running) return;
    this.#running = true;
    try {
      while (this.#pullWanted || this.#waiting.length > 0) {
        if (this.#pullWanted) {
          this.#pullWanted = false;
          this.#takeIn(await this.#log.readAfter(this.#seq));
        } else await this.#appendWaiting();
      }
      this.#failures = 0;
      this.#say({ kind: "saved" });
      for (const resolve of this.#idle.splice(0)) resolve();
    } catch (reason) {
      this.#say({ kind: "failed", waiting: this.#waiting.length, reason });
      if (!(reason instanceof NewerVersion || reason instanceof Replaced)) this.#retryLater();
    } finally {
      this.#running = false;
    }
    if (this.#saving.kind === "saved" && (this.#pullWanted || this.#waiting.length > 0)) await this.#run();
  }

  async #appendWaiting(): Promise<void> {
    const batch = this.#waiting.slice();
    const { drafts, zone } = this.#drafts(batch);
    this.#say({ kind: "saving", waiting: batch.length, since: this.#since() });
    try {
      await this.#log.append(this.#seq, drafts);
    } catch (error) {
      if (error instanceof Emptied && this.#log.refill) return await this.#refill();
      if (!(error instanceof Overtaken)) throw error;
      this.#pullWanted = true;
      return;
    }
    this.#seq += batch.length;
    this.#zone = zone;
    this.#waiting.splice(0, batch.length);
    this.#options.onAppended?.(this.#seq);
  }

  /** Writes everything again where the storage was cleared: what stands on the screen is kept. */
  async #refill(): Promise<void> {
    const batch = this.#waiting.slice();
    const { drafts, zone } = this.#drafts(batch);
    await this.#log.refill?.(this.#seq, drafts, [...this.#store.records()]);
    this.#seq += batch.length;
    this.#zone = zone;
    this.#waiting.splice(0, batch.length);
  }

  /** Acts as the log keeps them, and the zone that it knows of this tab once it has them. */
  #drafts(acts: readonly Act[]): { readonly drafts: LogEntryDraft[]; readonly zone: string | undefined } {
    let zone = this.#zone;
    const drafts = acts.map((act) => {
      const draft = this.#draft(act, zone);
      if (draft.call !== undefined) zone = act.call?.zone;
      return draft;
    });
    return { drafts, zone };
  }

  #draft(act: Act, knownZone: string | undefined): LogEntryDraft {
    const ids = [...touchedIds(act.changes)];
    const at = (this.#options.now ?? Date.now)();
    const call = writeCall(act, at, knownZone);
    return {
      at,
      by: this.#options.by,
      said: act.said,
      version: modelVersion,
      changes: encodeChanges(act.changes),
      ids: ids.length <= mostIndexedIds ? ids : [],
      ...(call === undefined ? {} : { call }),
      ...(act.group === undefined ? {} : { group: act.group }),
      ...(act.turn === undefined ? {} : { turn: act.turn, turned: act.turned ?? "" }),
      ...(act.isBookkeeping ? { isBookkeeping: true as const } : {}),
    };
  }

  #takeIn(entries: readonly LogEntry[]) {
    if (entries.length === 0) return;
    const newer = entries.find((entry) => entry.version > modelVersion);
    if (newer)
      throw new NewerVersion(
        `Another tab runs a newer version of Pensum (${newer.version}; this tab runs ${modelVersion}). Reload this tab.`,
      );
    this.#store.settle();
    this.#store.together(() => {
      const waiting = this.#waiting;
      const ours = recordsOf(this.#store, waiting);
      for (const act of waiting.toReversed()) this.#store.applyExactly(invert(act.changes));
      try {
        for (const entry of entries) {
          this.#store.applyExactly(decodeChanges(entry.changes, (id) => this.#store.get(id)));
          this.#seq = entry.seq;
        }
      } finally {
        // Also when an entry cannot be read: what waits must not leave the screen because of it.
        const again = layAgain(this.#store, waiting, ours, "merge");
        this.#waiting = again.map(({ act }) => act).filter((act) => !isEmpty(act.changes));
      }
    });
  }

  #retryLater() {
    const waits = this.#options.retryAfter ?? [1000, 3000, 10_000, 30_000];
    const wait = waits[Math.min(this.#failures++, waits.length - 1)] as number;
    clearTimeout(this.#retry);
    this.#retry = setTimeout(() => void this.#run(), wait);
  }

  /** Since when something waits to be written, in milliseconds since 1970. */
  #since(): number {
    return this.#saving.kind === "saving" ? this.#saving.since : (this.#options.now ?? Date.now)();
  }

  #say(saving: Saving) {
    if (this.#saving.kind === "saved" && saving.kind === "saved") return;
    this.#saving = saving;
    for (const listener of [...this.#listeners]) listener();
  }
}
