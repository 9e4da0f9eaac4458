import { headingAbove } from "@/core/page/underHeading";
import type { Id } from "@/core/model";

let last: { readonly page: Id; readonly heading: string } | undefined;

/** Notes under which heading somebody was when they left a page. */
export function noteLastHeading(page: Id, text: string, at: number) {
  const heading = headingAbove(text, at);
  last = heading === undefined ? undefined : { page, heading };
}

/** The heading under which somebody was on a page last; undefined where they were on another since. */
export function lastHeadingOn(page: Id): string | undefined {
  return last?.page === page ? last.heading : undefined;
}
