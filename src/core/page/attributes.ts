/** What stands in the curly brackets at the end of a line, and where: `{#id .class key=value}`. */
export interface Attributes {
  /** Offset of the opening bracket in the line. */
  readonly from: number;
  /** Offset after the closing bracket. */
  readonly to: number;
  readonly id?: string;
  readonly classes: readonly string[];
  readonly pairs: Readonly<Record<string, string>>;
}

const atEnd = /\{([^{}\n]*)\}[ \t\r]*$/;
const part = /\s*(?:#([\w-]+)|\.([\w-]+)|([\w-]+)=(?:"([^"]*)"|([^\s"]+)))(?=\s|$)/y;

/** The attributes at the end of a line, or undefined where it has none or they do not follow the convention. */
export function readAttributes(line: string): Attributes | undefined {
  if (!line.trimEnd().endsWith("}")) return undefined;
  const found = atEnd.exec(line);
  if (!found) return undefined;
  const inner = (found[1] as string).trimEnd();
  const classes: string[] = [];
  const pairs: Record<string, string> = {};
  let id: string | undefined;
  part.lastIndex = 0;
  while (part.lastIndex < inner.length) {
    const next = part.exec(inner);
    if (!next) return undefined;
    if (next[1] !== undefined) id ??= next[1];
    else if (next[2] !== undefined) classes.push(next[2]);
    else pairs[next[3] as string] = next[4] ?? next[5] ?? "";
  }
  if (id === undefined && classes.length === 0 && Object.keys(pairs).length === 0) return undefined;
  return {
    from: found.index,
    to: found.index + found[0].trimEnd().length,
    ...(id ? { id } : {}),
    classes,
    pairs,
  };
}

/** The attributes as text, id first. */
export function writeAttributes(
  id: string | undefined,
  classes: readonly string[],
  pairs: Readonly<Record<string, string>>,
): string {
  const parts = [
    ...(id ? [`#${id}`] : []),
    ...classes.map((name) => `.${name}`),
    ...Object.entries(pairs).map(([key, value]) =>
      /^[^\s"{}]+$/.test(value) ? `${key}=${value}` : `${key}="${value.replace(/["{}\n]/g, " ")}"`,
    ),
  ];
  return parts.length > 0 ? `{${parts.join(" ")}}` : "";
}

/** Lines as plain Markdown: without the ids by which their records are known here. */
export function withoutIds(text: string): string {
  return text
    .split("\n")
    .map((line) => {
      const found = readAttributes(line);
      if (!found?.id) return line;
      const rest = writeAttributes(undefined, found.classes, found.pairs);
      return `${line.slice(0, found.from).trimEnd()}${rest === "" ? "" : ` ${rest}`}`;
    })
    .join("\n");
}
