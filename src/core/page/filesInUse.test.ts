import { expect, it } from "vitest";
import { bareRecord, bareRow, type PensumRecord } from "../model";
import { filesNotInUse } from "./filesInUse";

const now = "2026-11-24T11:07";
const files = ["plain", "titled", "angled", "picture", "listed", "filled", "gone"].map((id) => ({
  id: `k3${id}`,
  name: `${id}.pdf`,
}));

it("needs a file however anything leads to it, and no other", () => {
  const records = [
    { ...bareRecord("note", { id: "na", title: "A", now }), text: '[a](file:k3plain) and [b](<file:k3angled> "plan")' },
    {
      ...bareRecord("task", { id: "ta", title: "B", now }),
      text: '[c](file:k3titled "with a title")\n![](file:k3picture)',
    },
    { ...bareRow("own", { id: "ra", title: "C", now }), f_plans: ["k3listed plan.pdf", "other x"] },
    { id: "te", kind: "template", title: "T", fields: { f_start: ["k3filled y"] }, text: "" },
  ] as unknown as PensumRecord[];
  expect(filesNotInUse(records, files).map(({ id }) => id)).toEqual(["k3gone"]);
  expect(filesNotInUse([], files)).toEqual(files);
});

it("keeps what stands in a folder that somebody else made for as long as one of its pages is there", () => {
  const page = { ...bareRecord("note", { id: "na", title: "A", now }), source: { path: "notes/a.md" } } as PensumRecord;
  const held = [{ id: "k3x", name: "pictures/x.png" }];
  expect(filesNotInUse([page], held)).toEqual([]);
  expect(filesNotInUse([], held)).toEqual(held);
});
