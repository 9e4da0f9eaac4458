import { expect, test } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord } from "../../model";
import { Store } from "../../store";
import { isMine, willBeMine } from "./mine";

const now = "2026-11-24T11:07";
const person = (id: string, title: string) => ({ ...bareRecord("person", { id, title, now }), role: "" });
const storeOf = (me: string | undefined) => {
  const records: PensumRecord[] = [
    { ...defaultSettings, ...(me ? { me } : {}) },
    person("mira", "Mira Voss"),
    person("ines", "Ines Fahl"),
    person("tom", "Tom"),
  ];
  return new Store(new Map(records.map((one) => [one.id, one])));
};

test.each<[title: string, people: string[], mine: boolean]>([
  ["Letter", [], true],
  ["Letter", ["mira"], true],
  ["Letter", ["ines", "mira"], true],
  ["Letter", ["ines"], false],
  ["Call Ines about it", ["ines"], true],
  ["Call Ines Fahl", ["ines"], true],
  ["Call Inessa", ["ines"], false],
  ["Call Ines", ["ines", "tom"], false],
  ["Call Ines and Tom", ["ines", "tom"], true],
  ["Call @Tom", ["tom"], true],
])("“%s” with %j is the person’s own: %s", (title, people, mine) => {
  const store = storeOf("mira");
  expect(isMine(store, { title, people })).toBe(mine);
  const names = people.map((id) => store.find("person", id)!.title);
  expect(willBeMine(store, { title, people: names })).toBe(mine);
  expect(isMine(storeOf(undefined), { title, people })).toBe(true);
  expect(willBeMine(storeOf(undefined), { title, people: names })).toBe(true);
});

test("somebody who is no record yet is a colleague, unless the title speaks of them", () => {
  expect(willBeMine(storeOf("mira"), { title: "Letter", people: ["Jonas"] })).toBe(false);
  expect(willBeMine(storeOf("mira"), { title: "Letter for Jonas", people: ["Jonas"] })).toBe(true);
  expect(willBeMine(storeOf("mira"), { title: "Letter for Jonas", people: [" "] })).toBe(false);
});
