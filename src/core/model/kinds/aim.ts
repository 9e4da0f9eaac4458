import { dateOf } from "../../time";
import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** What a day is to come to, in a sentence: one to three of them stand first on its page. */
export const aim = describeKind({
  kind: "aim",
  name: "Aim",
  register: { id: "aims", title: "Aims", one: "Aim" },
  folder: "aims/",
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    { name: "date", label: "Day", type: "date", required: true },
    common.state,
    common.goal,
    common.doneAt,
    common.createdAt,
  ],
  usual: { state: "open" },
  fresh: (now) => ({ date: dateOf(now) }),
});
export type Aim = RecordFrom<typeof aim>;
