import { expect, test } from "vitest";
import type { Note } from "@/core/model";
import { noteTree } from "./noteTree";

const note = (title: string, folder?: string, pinned?: boolean): Note => ({
  ...{ id: title, kind: "note", title, tags: [], text: "", createdAt: "2026-11-24T08:00" },
  ...(folder === undefined ? {} : { folder }),
  ...(pinned ? { pinned } : {}),
});

test("notes stand in their folders, with the folders between, pinned ones first", () => {
  const tree = noteTree([
    note("b"),
    note("z", "Reaches/Four", true),
    note("a", "Reaches/Four"),
    note("c", "/Reaches//"),
  ]);
  expect(tree.notes.map(({ title }) => title)).toEqual(["b"]);
  const [reaches] = tree.folders;
  expect([reaches?.name, reaches?.notes.map(({ title }) => title)]).toEqual(["Reaches", ["c"]]);
  expect(reaches?.folders[0]).toMatchObject({ path: "Reaches/Four", name: "Four" });
  expect(reaches?.folders[0]?.notes.map(({ title }) => title)).toEqual(["z", "a"]);
});
