import { describe, expect, test } from "vitest";
import { appendUnder, headingAbove } from "./underHeading";

const page = "intro\n\n## Morning\n- [ ] oil\n\n### Inner\nwords\n\n## Noon\neat\n\n```\n## not one\n```\n";

describe("a line that is sent under a heading", () => {
  test("stands at the end of its section, with what is below its inner headings", () => {
    expect(appendUnder(page, "Morning", ["- [ ] wind"])).toBe(
      "intro\n\n## Morning\n- [ ] oil\n\n### Inner\nwords\n\n- [ ] wind\n\n## Noon\neat\n\n```\n## not one\n```\n",
    );
    expect(appendUnder("## Morning\n- [ ] oil\n## Noon\n", "Morning", ["- [ ] wind"])).toBe(
      "## Morning\n- [ ] oil\n- [ ] wind\n\n## Noon\n",
    );
  });

  test("stands at the end of the page under its last heading, and where there is no such heading", () => {
    expect(appendUnder(page, "Noon", ["x"]).endsWith("```\n\nx\n")).toBe(true);
    expect(appendUnder(page, "Evening", ["x"])).toBe(appendUnder(page, "Noon", ["x"]));
    expect(appendUnder(page, "not one", ["x"])).toBe(appendUnder(page, "Noon", ["x"]));
    expect(appendUnder("", "Noon", ["x"])).toBe("x\n");
  });

  test("goes by the heading above the cursor", () => {
    expect(headingAbove(page, 0)).toBeUndefined();
    expect(headingAbove(page, page.indexOf("oil"))).toBe("Morning");
    expect(headingAbove(page, page.indexOf("words"))).toBe("Inner");
    expect(headingAbove(page, page.length)).toBe("Noon");
  });
});
