import type { Id } from "@/core/model";
import { firstLens, type LensDraft } from "@/core/lens";
import { findRegister } from "@/core/register";
import type { Store } from "@/core/store";
import { goTo } from "@/ui/navigation";

/** Lenses that were changed before they were kept, by register: they last as long as the tab. */
export const drafts = new Map<string, LensDraft>();

/** Shows records in their register, as a lens that can be narrowed, grouped and kept. */
export function openAsLens(store: Store, registerId: string, these: readonly Id[]): void {
  const register = findRegister(store, registerId);
  if (!register) return;
  drafts.set(registerId, { ...firstLens(store, register), where: { all: [{ these }] }, done: "all" });
  goTo(`/registers/${registerId}/all`);
}
