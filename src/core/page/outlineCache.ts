import type { Id, Page } from "../model";
import { outlineFromTree, readOutline, type Outline } from "./outline";
import { pageParser } from "./parser";

const kept = 8;
const sliceMilliseconds = 6;

/** The outlines of the pages last worked on, so that each is read anew only where its page changed. */
export class OutlineCache {
  readonly #outlines = new Map<Id, Outline>();

  /** The outline of a page as it stands. */
  of(page: Page): Outline {
    const outline = readOutline(page.text, this.#outlines.get(page.id));
    this.#keep(page.id, outline);
    return outline;
  }

  /**
   * Reads a page's outline ahead of the first change, in slices of a few milliseconds: all at once it takes 70 on a
   * page of 2,000 lines, which would be felt in the first letter typed.
   *
   * @param pause gives others their turn between two slices
   */
  async prepare(page: Page, pause: () => Promise<void>): Promise<void> {
    if (this.#outlines.has(page.id)) return;
    const parse = pageParser.startParse(page.text);
    let until = performance.now() + sliceMilliseconds;
    for (let tree = parse.advance(); ; tree = parse.advance()) {
      if (tree) {
        if (!this.#outlines.has(page.id)) this.#keep(page.id, outlineFromTree(page.text, tree));
        return;
      }
      if (performance.now() < until) continue;
      await pause();
      if (this.#outlines.has(page.id)) return;
      until = performance.now() + sliceMilliseconds;
    }
  }

  #keep(id: Id, outline: Outline) {
    this.#outlines.delete(id);
    this.#outlines.set(id, outline);
    if (this.#outlines.size > kept) this.#outlines.delete(this.#outlines.keys().next().value as Id);
  }
}
