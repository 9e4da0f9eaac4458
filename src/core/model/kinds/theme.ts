import * as common from "./common";
import { describeKind, type RecordFrom } from "./describe";

/** A kind of work, with its dye and what it should get of a week: hours, or a share of the working hours. */
export const theme = describeKind({
  kind: "theme",
  name: "Theme",
  register: { id: "themes", title: "Themes", one: "Theme" },
  folder: "themes/",
  links: true,
  day: "due",
  done: "never",
  fields: [
    common.title,
    { name: "dye", label: "Dye", type: "dye", required: true },
    /** A sign of the person's own, as it stands on the plan. */
    { name: "icon", label: "Icon", type: "text", longest: 16 },
    { name: "weeklyMinutes", label: "Weekly target", type: "minutes", most: 10_080 },
    { name: "weeklyShare", label: "Weekly share", type: "number", unit: "%", least: 0, most: 100 },
  ],
  usual: { dye: "slate" },
});
export type Theme = RecordFrom<typeof theme>;
