import { headingAbove } from "@/core/page/underHeading";
import type { Id } from "@/core/model";

interface LastHeading {
  readonly page: Id;
  readonly heading: string;
}

/** Each tab keeps it over a reload. */
const key = "pensum-last-heading";
let last: LastHeading | undefined | "not read" = "not read";

/** Notes under which heading somebody was when they left a page. */
export function noteLastHeading(page: Id, text: string, at: number) {
  const heading = headingAbove(text, at);
  last = heading === undefined ? undefined : { page, heading };
  try {
    if (last) sessionStorage.setItem(key, JSON.stringify(last));
    else sessionStorage.removeItem(key);
  } catch {
    // Without storage it holds until the page is closed.
  }
}

/** The heading under which somebody was on a page last; undefined where they were on another since. */
export function lastHeadingOn(page: Id): string | undefined {
  if (last === "not read") last = stored();
  return last?.page === page ? last.heading : undefined;
}

function stored(): LastHeading | undefined {
  try {
    const { page, heading } = JSON.parse(sessionStorage.getItem(key) ?? "{}") as Partial<LastHeading>;
    return typeof page === "string" && typeof heading === "string" ? { page, heading } : undefined;
  } catch {
    return undefined;
  }
}
