import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { decodeText } from "./decodeText";

const wide = (text: string, isLittle: boolean) =>
  Uint8Array.from(
    [...text].flatMap((letter) => {
      const [high, low] = [letter.charCodeAt(0) >> 8, letter.charCodeAt(0) & 0xff];
      return isLittle ? [low, high] : [high, low];
    }),
  );
const table = "Name;Ort\r\nMüller;Köln\r\nGarçon;Orléans\r\n";

describe("the text of a file", () => {
  test("in UTF-8 is the same, whatever it holds", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        fc.pre(!text.includes("\u0000"));
        expect(decodeText(new TextEncoder().encode(text))).toBe(text);
      }),
    );
    expect(decodeText(new Uint8Array())).toBe("");
  });

  test.each([
    ["UTF-16, little end first, with its mark", wide(`\uFEFF${table}`, true), `\uFEFF${table}`],
    ["UTF-16, big end first, with its mark", wide(`\uFEFF${table}`, false), `\uFEFF${table}`],
    ["UTF-16 without a mark", wide(table, true), table],
    ["UTF-16 without a mark, big end first", wide(table, false), table],
    ["Windows-1252", Uint8Array.from(table, (letter) => letter.charCodeAt(0)), table],
    ["Windows-1252 with its own signs", Uint8Array.of(0x80, 0x20, 0x93, 0x61, 0x94), "€ “a”"],
    ["UTF-8 with its mark", new TextEncoder().encode(`\uFEFF${table}`), `\uFEFF${table}`],
  ])("in %s is read with all its letters", (_, bytes, text) => {
    expect(decodeText(bytes)).toBe(text);
  });
});

test("A line that was folded within a letter has its letters whole again, and as many lines", () => {
  fc.assert(
    fc.property(
      fc.string({ unit: fc.constantFrom("a", "ü", "€", "😀", "ñ", " "), minLength: 1, maxLength: 60 }),
      fc.integer({ min: 4, max: 12 }),
      fc.constantFrom("\r\n ", "\n\t"),
      (text, width, fold) => {
        const bytes = [...new TextEncoder().encode(text)];
        const folded = bytes.flatMap((byte, at) =>
          at > 0 && at % width === 0 ? [...new TextEncoder().encode(fold), byte] : [byte],
        );
        const read = decodeText(Uint8Array.from([...folded, 0xc3, 0xbc]));
        expect(read.replaceAll(fold, "")).toBe(`${text}ü`);
        expect(read.split("\n")).toHaveLength(Math.ceil(bytes.length / width));
      },
    ),
  );
});
