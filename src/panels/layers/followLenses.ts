import { LensView } from "@/core/lens";
import type { Lens } from "@/core/model";
import { fieldValues } from "@/core/register";
import type { Store } from "@/core/store";

/**
 * Opens lenses without their groups and order, and tells what they show, now and whenever that changes. Gives how to
 * end it.
 */
export function followLenses(
  store: Store,
  lenses: readonly Lens[],
  firstWeekday: number,
  onRead: (views: readonly LensView[]) => void,
): () => void {
  const values = fieldValues(store);
  const open = () => lenses.map((lens) => new LensView(values, { ...lens, groups: [], sorts: [] }, { firstWeekday }));
  let views = open();
  onRead(views);
  return values.onChange((ids, everything) => {
    if (everything || views.some((view) => view.settlesWith(ids))) views = open();
    else if (views.filter((view) => view.change(ids)).length === 0) return;
    onRead(views);
  });
}
