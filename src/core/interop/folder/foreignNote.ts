import { fieldFault, isPage, valueIn, type Page } from "../../model";
import { sameValue, type Fields, type Store } from "../../store";
import { meant, type FieldKeys, type References } from "./fieldKeys";
import { readEntries, splitFrontMatter } from "./frontMatter";
import { firstHeading, stemOf } from "./titles";

/** What a file that Pensum did not write says of its note. */
interface ForeignNote {
  readonly fields: Fields;
  /** What the front matter calls it, where it says so. */
  readonly title: string | undefined;
  /** Whether a page holds nothing else than the file says, so that the file can be written as it was. */
  says(page: Page): boolean;
}

const fromElsewhere = new Set(["title", "createdAt", "folder", "date"]);

/** Reads the front matter of a file that Pensum did not write: what names a field of a note is one. */
export function fromForeignFile(
  store: Store,
  keys: FieldKeys,
  references: References,
  path: string,
  frontMatter: string,
): ForeignNote {
  const entries = readEntries(splitFrontMatter(frontMatter).inner) ?? new Map<string, unknown>();
  const sample = { id: "", kind: "note", title: "", tags: [], text: "", createdAt: "" } as const;
  const fields: Record<string, unknown> = {};
  for (const { key, field } of keys.of(sample)) {
    if (!entries.has(key) || fromElsewhere.has(field.name)) continue;
    const value = meant(store, references, field, entries.get(key));
    if (value !== undefined && value !== false && fieldFault(field, value) === undefined) fields[field.name] = value;
  }
  const said = entries.get("title");
  const title = typeof said === "string" && said.trim() !== "" ? said.trim() : undefined;
  return {
    fields,
    title,
    says(page) {
      if (page.madeFrom || page.source?.unknown !== undefined || !isPage(page)) return false;
      if (page.kind === "day")
        return keys.of(page).every(({ field }) => field.name === "date" || valueIn(page, field.name) === undefined);
      if (![stemOf(path), title, firstHeading(page.text)].includes(page.title)) return false;
      return keys.of(page).every(({ field }) => {
        if (fromElsewhere.has(field.name)) return true;
        const value = valueIn(page, field.name);
        const usual = field.name === "tags" ? [] : undefined;
        return sameValue(value === false ? undefined : value, fields[field.name] ?? usual);
      });
    },
  };
}
