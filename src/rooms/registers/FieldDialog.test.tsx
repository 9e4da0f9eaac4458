import { within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { bareRow, defaultSettings, type FieldRecord, type PensumRecord } from "@/core/model";
import { fieldsIn, fieldValues, findRegister, type Register } from "@/core/register";
import { draw, now, today } from "@/ui/testing/screen";
import { useStore } from "@/ui/workspaceContext";
import { FieldDialog } from "./FieldDialog";

const register = { id: "gigs", kind: "register", title: "Gigs", one: "Gig", order: 1, text: "" } as PensumRecord;
const field = (id: string, title: string, more: Partial<FieldRecord>): FieldRecord => ({
  ...{ id, kind: "field", register: "gigs", name: `f_${id}`, title, order: 1, text: "" },
  ...more,
});
const gig = (id: string, more: object) =>
  ({ ...bareRow("gigs", { id, title: id, now }), ...more }) as unknown as PensumRecord;
const records = [
  { ...defaultSettings },
  register,
  field("fee", "Fee", { type: "text" }),
  field("double", "Double", { type: "formula", formula: "number(Fee) * 2" }),
  field("loop", "Loop", { type: "formula", formula: "Loop + 1" }),
  field("broken", "Broken", { type: "formula", formula: "number(Fee) *" }),
  field("kind", "Kind", { type: "choice", options: [{ id: "loud", title: "Loud" }] }),
  gig("mill", { f_fee: "250", f_kind: "loud" }),
  gig("hall", { f_fee: "a lot" }),
];
const closed = vi.fn();

function Dialog({ name }: { name?: string }) {
  const store = useStore();
  const writing = { values: fieldValues(store), style: { locale: "en-GB", hour12: false }, today };
  return (
    <FieldDialog
      writing={writing}
      register={findRegister(store, "gigs") as Register}
      name={name}
      sample={store.get("mill") as PensumRecord}
      onClose={closed}
      onAdded={() => {}}
    />
  );
}
const drawn = async (name?: string) => {
  closed.mockClear();
  const screen = await draw(name ? <Dialog name={name} /> : <Dialog />, records);
  const fields = () => fieldsIn(screen.store, findRegister(screen.store, "gigs")!);
  return { ...screen, fields, named: (label: string) => fields().find((one) => one.label === label) };
};

describe("a field", () => {
  it("is made with its options, and not before it is confirmed", async () => {
    const { getByLabelText, getByRole, user, named, undo } = await drawn();
    expect(getByRole("button", { name: "Add field" })).toHaveProperty("disabled", true);
    await user.type(getByLabelText("Name"), "Hall");
    await user.selectOptions(getByLabelText("Type"), "level");
    const options = within(getByRole("group", { name: "Choices" }));
    const fresh = options.getAllByRole("textbox").at(-1)!;
    await user.type(fresh, "Large{Enter}large{Enter}");
    expect(named("Hall")).toBeUndefined();
    await user.click(getByRole("button", { name: "Add field" }));
    expect(named("Hall")).toMatchObject({ type: "level", options: [{ title: "Large" }] });
    expect(closed).toHaveBeenCalled();
    undo();
    expect(named("Hall")).toBeUndefined();
  });

  it("says beforehand what becomes of its values in another type, and does just that", async () => {
    const { getByLabelText, getByRole, getByText, user, store, undo } = await drawn("f_fee");
    await user.selectOptions(getByLabelText("Type"), "number");
    getByText(/1 value will be converted/);
    getByText(/1 cannot be converted and will be cleared/);
    getByText(/“a lot”/);
    await user.click(getByRole("button", { name: "Save field" }));
    expect(store.get("mill")).toMatchObject({ f_fee: 250 });
    expect((store.get("hall") as unknown as Record<string, unknown>).f_fee).toBeUndefined();
    undo();
    expect(store.get("hall")).toMatchObject({ f_fee: "a lot" });
    expect(store.get("mill")).toMatchObject({ f_fee: "250" });
  });

  it.each([
    ["f_loop", "This would be circular"],
    ["f_broken", "number(Fee)"],
  ])("%s is not kept: its formula has a fault, or goes round in a circle", async (name, said) => {
    const { getByRole, container } = await drawn(name);
    expect(container.ownerDocument.body.textContent).toContain(said);
    expect(getByRole("button", { name: "Save field" })).toHaveProperty("disabled", true);
  });

  it("is shown with what its formula comes to for a record", async () => {
    const { getByRole, container } = await drawn("f_double");
    expect(getByRole("button", { name: "Save field" })).toHaveProperty("disabled", false);
    expect(container.ownerDocument.body.textContent).toContain("500");
  });

  it("keeps its other options when one is renamed, and the records that have it", async () => {
    const { getByLabelText, getByRole, user, named, store } = await drawn("f_kind");
    const first = getByLabelText("Choice 1");
    await user.clear(first);
    await user.type(first, "Very loud");
    await user.click(getByRole("button", { name: "Save field" }));
    expect(named("Kind")?.options).toEqual([{ id: "loud", title: "Very loud" }]);
    expect(store.get("mill")).toMatchObject({ f_kind: "loud" });
  });

  it("stays as it was when one leaves it", async () => {
    const { getByLabelText, getByRole, user, named } = await drawn("f_fee");
    await user.clear(getByLabelText("Name"));
    await user.type(getByLabelText("Name"), "Pay");
    await user.click(getByRole("button", { name: "Cancel" }));
    expect(named("Fee")).toBeTruthy();
    expect(named("Pay")).toBeUndefined();
    expect(closed).toHaveBeenCalled();
  });
});
