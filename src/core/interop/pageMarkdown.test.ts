import { expect, test } from "vitest";
import { pageMarkdown } from "./pageMarkdown";

test("a page on its own has its title, and no marks that only Pensum reads", () => {
  const text =
    "- [x] Call Ines {#k3a}\n- went away {.carried task=k3b to=2026-11-25}\n```\nkeep {#this}\n```\nwords {in brackets}\n\n";
  expect(pageMarkdown("Tuesday", text)).toBe(
    "# Tuesday\n\n- [x] Call Ines\n- went away\n```\nkeep {#this}\n```\nwords {in brackets}\n",
  );
});

test("a page that begins with its title does not say it twice", () => {
  expect(pageMarkdown("River", "# River\nflows")).toBe("# River\nflows\n");
});
