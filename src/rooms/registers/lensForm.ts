import type { Group, LensDraft, LensView } from "@/core/lens";
import type { Register } from "@/core/register";
import type { Writing } from "@/panels/fields/cells";

/** What every form in which a lens is shown is given. */
export interface LensForm {
  writing: Writing;
  register: Register;
  lens: LensDraft;
  view: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
  /** Adds a record, in a group when one is given; gives its id. */
  onAdd: (group?: Group) => string | undefined;
}
