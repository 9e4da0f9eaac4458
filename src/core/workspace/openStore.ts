import {
  droppedHours,
  hoursComeAgain,
  hoursInOrder,
  logKeepsNames,
  notedInstants,
  oneClock,
  oneMarkADay,
  rollOn,
  tookFollowsLog,
} from "../commands";
import { type Id, type PensumRecord, type Settings, type Task } from "../model";
import { followPages, OutlineCache } from "../page";
import { countedDay, currentPull, loadOf } from "../plan";
import { changedRule } from "../register/changedRule";
import { givePlan } from "../register/wholePlan";
import { guardPuts, Store, type RecordTable } from "../store";
import { hasLibrary, needLibrary, repeatOf, type Clock } from "../time";

type Records = ReadonlyMap<Id, PensumRecord> | RecordTable;

/** A store with every rule of a workspace, and the outlines that its pages are followed by. */
interface OpenStore {
  readonly store: Store;
  readonly outlines: OutlineCache;
}

/**
 * Opens a store over `records`, which it takes over as its own. This is the one way to open a workspace: in the app, on
 * the command line and in tests, so that the same acts have the same effects everywhere.
 *
 * Three things need more than the first screen should load: those that expand rare repeat rules, those that build
 * titles by a formula, and lengths that count as they were learnt. They are loaded before the store is handed out where a record asks for them, and when the first
 * such record arrives later, from another tab or a file.
 */
export async function openStore(records: Records, clock: Clock): Promise<OpenStore> {
  const opened = openBareStore(records, clock);
  const { store } = opened;
  const wanted = [
    ...store.list("repeating", "all"),
    ...store.list("kind", "habit"),
    ...store.list("kind", "register"),
    ...store.list("kind", "settings"),
  ];
  await Promise.all(wanted.map((record) => loadNeeded(store, record)));
  return opened;
}

/** The same for records that are known to be none: nothing has to be loaded first. */
export function openEmptyStore(clock: Clock): OpenStore {
  return openBareStore(new Map(), clock);
}

function openBareStore(records: Records, clock: Clock): OpenStore {
  const outlines = new OutlineCache();
  const store = new Store(
    records,
    [
      followPages(outlines),
      rollOn,
      droppedHours,
      hoursComeAgain,
      oneClock,
      oneMarkADay,
      notedInstants,
      hoursInOrder,
      logKeepsNames,
      tookFollowsLog,
      changedRule,
    ],
    clock,
  );
  // Whoever writes a command hears at once of a record that is none; nothing of it is in what is built.
  if (process.env.NODE_ENV === "development") void import("../model/checks").then(({ faultOf }) => guardPuts(faultOf));
  store.furnish((one) => {
    givePlan(one, { pull: (task) => currentPull(one)(task).points, dayLoad: (task) => dayLoad(one, task) });
    one.onChange((changes) => {
      for (const { from, to } of changes)
        if (to) void loadNeeded(one, to);
        else if (from?.kind === "settings") void countAs(one, undefined);
    });
  });
  return { store, outlines };
}

/** Minutes planned on the day of a task, as the load of that day says. */
function dayLoad(store: Store, task: Task): number | undefined {
  const day = countedDay(task);
  return day === undefined ? undefined : loadOf(store, day).plannedMinutes;
}

/** Lets plans and loads count by what was learnt, where the settings say so. */
async function countAs(store: Store, settings: Settings | undefined): Promise<void> {
  if (!settings?.countLearnt) {
    const counting = store.derived(notCounting);
    counting.lengths?.stop();
    delete counting.lengths;
    return store.countBy(undefined);
  }
  const { learntLengths } = await import("../insight/learntLengths");
  const counting = store.derived(notCounting);
  if (counting.lengths || !store.find("settings", "settings")?.countLearnt) return;
  const lengths = learntLengths(store);
  counting.lengths = lengths;
  store.countBy(lengths);
}
const notCounting = (): { lengths?: { readonly stop: () => void } } => ({});

function loadNeeded(store: Store, record: PensumRecord): Promise<unknown> | undefined {
  if ("repeat" in record && !hasLibrary() && repeatOf(record.repeat)?.rule?.isRare)
    return needLibrary().then(() => store.announce("repeating:all"));
  if (record.kind === "settings") return countAs(store, record);
  if (record.kind === "register" && record.titleFormula)
    return import("../register/values").then(({ fieldValues }) => fieldValues(store));
  return undefined;
}
