const place = /\{\{[ \t]*([^{}\n]{1,80}?)[ \t]*\}\}/g;

/** The names of the places to fill in a text, each once, in their order: `{{Client}}`. */
export function placesIn(...texts: readonly string[]): string[] {
  const names = texts.flatMap((text) => [...text.matchAll(place)].map((found) => found[1] as string));
  return names.filter((name, at) => names.findIndex((other) => alike(other, name)) === at);
}

/** A text with its places filled; one that nothing is given for stays as it is. Names count in any case. */
export function fillPlaces(text: string, fills: Readonly<Record<string, string>>): string {
  if (!text.includes("{{")) return text;
  return text.replace(place, (whole, name: string) => {
    const key = Object.keys(fills).find((one) => alike(one, name));
    return key === undefined ? whole : (fills[key] as string);
  });
}

function alike(a: string, b: string): boolean {
  return a.toLowerCase() === b.toLowerCase();
}
