import { calledByAct, calledByDay, lookedAt, planRun, runToAdopt, type Happening } from "@/core/orders";
import { Refusal, type Id, type StandingOrder } from "@/core/model";
import { fieldValues } from "@/core/register";
import type { Act } from "@/core/store";
import { dateOf } from "@/core/time";
import { type Workspace } from "@/data/workspace";
import { notify } from "@/ui/notices";

function readingOf({ store }: Workspace, firstWeekday: number) {
  const today = dateOf(store.clock.now());
  return { values: fieldValues(store), today, firstWeekday: store.settings.firstWeekday ?? firstWeekday };
}

/** Carries out the standing orders that an act of this tab calls up. */
export function afterAct(workspace: Workspace, act: Act, firstWeekday: number) {
  carryOut(workspace, calledByAct(readingOf(workspace, firstWeekday), act.changes), act.causes);
}

/** Carries out what the day calls up, once a day in whichever tab is first. */
export async function atDay(workspace: Workspace, firstWeekday: number): Promise<void> {
  const { store, journal, name } = workspace;
  await navigator.locks.request(`pensum-orders-${name}`, async () => {
    await journal.pull();
    const reading = readingOf(workspace, firstWeekday);
    const orders = (store.list("kind", "standingOrder") as readonly StandingOrder[]).filter(
      ({ active, lookedOn, when }) =>
        active && (lookedOn ?? "") < reading.today && when.on !== "added" && when.on !== "changed",
    );
    if (orders.length === 0) return;
    carryOut(workspace, calledByDay(reading));
    store.adopt(store.rehearse(lookedAt, { orders: orders.map(({ id }) => id), today: reading.today }), false);
    await journal.durable();
  });
}

/** What an order does may call up others, and never one that it was called up by. */
function carryOut({ store }: Workspace, happenings: readonly Happening[], causes: readonly Id[] = []) {
  const values = fieldValues(store);
  for (const happening of happenings) {
    const { order } = happening;
    if (causes.includes(order.id)) continue;
    try {
      const run = planRun(values, happening);
      store.adopt(runToAdopt(store, order, run, causes));
      notify({ text: run.words.length > 0 ? run.words.join(" · ") : run.act.said, undo: true });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notify({ text: error.message, tone: "refused" });
    }
  }
}
