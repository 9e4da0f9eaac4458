import { createRef } from "react";
import { fireEvent, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, dyes, type PensumRecord, type Task } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { draw, now, today } from "@/ui/testing/screen";
import { CaptureField } from "./CaptureField";

const survey = bareRecord("theme", { id: "survey", title: "Survey", now });
const drawn = () =>
  draw(
    <>
      <input aria-label="Elsewhere" />
      <CaptureField ref={createRef()} />
    </>,
    [defaultSettings, survey],
  );
type Drawn = Awaited<ReturnType<typeof drawn>>;
const made = ({ store }: Drawn, kind = "task") =>
  [...store.records()].filter((record) => record.kind === kind) as (PensumRecord & Task)[];
const field = ({ getByRole }: Drawn) => getByRole("textbox", { name: "Add a task, event or note" }) as HTMLInputElement;
/** Types a line and waits for what is understood of it. */
async function type(screen: Drawn, line: string) {
  await screen.user.click(field(screen));
  await screen.user.type(field(screen), line);
  await waitFor(() => screen.getByRole("group", { name: "Add as" }));
}
const understood = ({ queryByRole }: Drawn) =>
  [...(queryByRole("list", { name: "Recognised" })?.querySelectorAll("li") ?? [])].map(
    ({ textContent }) => textContent,
  );

describe("the field at the top", () => {
  it("says what was understood, adds it with Enter, and is empty for the next line", async () => {
    const screen = await drawn();
    await type(screen, "Call the ecologist tomorrow 9:30 for 20 min #survey");
    expect(understood(screen).join(" ")).toMatch(/Time.*Nov 25 9:30.*Length.*20 min.*Theme.*Survey/);
    await screen.user.keyboard("{Enter}");
    await waitFor(() => expect(made(screen)).toHaveLength(1));
    expect(made(screen)[0]).toMatchObject({
      title: "Call the ecologist",
      theme: "survey",
      doDay: "2026-11-25",
      estimateMinutes: 20,
    });
    expect(made(screen, "block")[0]).toMatchObject({ start: "2026-11-25T09:30", end: "2026-11-25T09:50" });
    expect(field(screen).value).toBe("");
    expect(currentNotice()).toMatchObject({ undo: true });
    screen.undo();
    expect(made(screen)).toHaveLength(0);
    expect(made(screen, "block")).toHaveLength(0);
  });

  it("makes a theme of a tag that nothing has yet, and takes it at once", async () => {
    const screen = await drawn();
    await type(screen, "Oil the hinges #roof-repairs");
    expect(understood(screen)).toEqual(["Tagroof-repairs"]);
    await screen.user.click(screen.getByRole("button", { name: "Make it a theme" }));
    await waitFor(() => expect(understood(screen)).toEqual(["ThemeRoof repairs"]));
    expect(screen.queryByRole("button", { name: "Make it a theme" })).toBeNull();
    expect(document.activeElement).toBe(field(screen));
    const [theme] = made(screen, "theme").filter(({ title }) => title === "Roof repairs");
    // The first dye that the theme which was there does not have.
    expect(theme).toMatchObject({ dye: dyes.find((dye) => dye !== survey.dye) });
    await screen.user.keyboard("{Enter}");
    await waitFor(() => expect(made(screen)).toHaveLength(1));
    expect(made(screen)[0]).toMatchObject({ title: "Oil the hinges", theme: theme!.id, tags: [] });
  });

  it("makes somebody of a name that nobody has yet, and takes them at once", async () => {
    const screen = await drawn();
    await type(screen, "Lunch with Kay Winter tomorrow 12:30");
    await screen.user.click(screen.getByRole("button", { name: "Add Kay Winter" }));
    await waitFor(() => expect(understood(screen)).toContain("PersonKay Winter"));
    expect(screen.queryByRole("button", { name: "Add Kay Winter" })).toBeNull();
    expect(document.activeElement).toBe(field(screen));
    const [person] = made(screen, "person").filter(({ title }) => title === "Kay Winter");
    await screen.user.keyboard("{Enter}");
    await waitFor(() => expect(made(screen, "event")).toHaveLength(1));
    expect(made(screen, "event")[0]).toMatchObject({ title: "Lunch with Kay Winter", people: [person!.id] });
    // Company that is known, or that is said of others, is not asked of.
    await type(screen, "Lunch with Kay Winter and catch-up with Tom's team Fri 15:00");
    expect(screen.queryByRole("button", { name: /^Add \w/ })).toBeNull();
  });

  it("asks of a tag that something has no more", async () => {
    const screen = await drawn();
    await type(screen, "Oil the hinges #roof-repairs");
    await screen.user.keyboard("{Enter}");
    await type(screen, "Paint the door #roof-repairs");
    expect(understood(screen)).toEqual(["Tagroof-repairs"]);
    expect(screen.queryByRole("button", { name: "Make it a theme" })).toBeNull();
  });

  it("keeps as words what is refused, and loses none of them", async () => {
    const screen = await drawn();
    await type(screen, "Read Monday");
    await screen.user.click(screen.getByRole("button", { name: /^Ignore day/ }));
    expect(understood(screen)).toEqual([]);
    await screen.user.click(screen.getByRole("button", { name: "Add" }));
    await waitFor(() => expect(made(screen)).toHaveLength(1));
    expect(document.activeElement).toBe(field(screen));
    expect(made(screen)[0]).toMatchObject({ title: "Read Monday" });
  });

  it("becomes what one says it is: an event, or a page of its own", async () => {
    const screen = await drawn();
    await type(screen, "Harvest supper");
    await screen.user.click(screen.getByRole("button", { name: "Event" }));
    await screen.user.click(screen.getByRole("button", { name: "Add" }));
    await waitFor(() => expect(made(screen, "event")).toHaveLength(1));
    expect(made(screen, "event")[0]).toMatchObject({ title: "Harvest supper", start: today });
    await type(screen, "Ideas");
    await screen.user.click(screen.getByRole("button", { name: "Note" }));
    await screen.user.click(screen.getByRole("button", { name: "Add" }));
    await waitFor(() => expect(made(screen, "note")).toHaveLength(1));
    expect(made(screen)).toHaveLength(0);
  });

  it("is left by Escape for where one was, with the words still in it", async () => {
    const screen = await drawn();
    await screen.user.click(screen.getByLabelText("Elsewhere"));
    await type(screen, "half a thou");
    await screen.user.keyboard("{Escape}");
    expect(document.activeElement).toBe(screen.getByLabelText("Elsewhere"));
    expect(field(screen).value).toBe("half a thou");
    expect(made(screen)).toHaveLength(0);
  });

  it("takes back what was refused by the first Escape, and is left by the second", async () => {
    const screen = await drawn();
    await type(screen, "Read Monday");
    await screen.user.click(screen.getByRole("button", { name: /^Ignore day/ }));
    await screen.user.click(field(screen));
    await screen.user.keyboard("{Escape}");
    expect(understood(screen)).toHaveLength(1);
    expect(document.activeElement).toBe(field(screen));
    await screen.user.keyboard("{Escape}");
    expect(document.activeElement).not.toBe(field(screen));
  });

  it("adds nothing for nothing", async () => {
    const screen = await drawn();
    await screen.user.click(field(screen));
    await screen.user.keyboard("   {Enter}");
    expect(made(screen)).toHaveLength(0);
  });

  it("does not take several pasted lines for one", async () => {
    const screen = await drawn();
    await screen.user.click(field(screen));
    fireEvent.paste(field(screen), { clipboardData: { getData: () => "Buy stakes\nMend the net 30 min\n" } });
    const dialog = await waitFor(() => within(screen.getByRole("dialog")));
    expect(made(screen)).toHaveLength(0);
    await screen.user.click(dialog.getByRole("button", { name: "Add 2 records" }));
    await waitFor(() => expect(made(screen)).toHaveLength(2));
    expect(made(screen).map(({ title }) => title)).toEqual(["Buy stakes", "Mend the net"]);
    screen.undo();
    expect(made(screen)).toHaveLength(0);
  });
});
