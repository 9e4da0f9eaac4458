/** A key, or something that was pasted or dropped. */
export type HeldAct = { readonly key: KeyboardEventInit } | { readonly pasted: DataTransfer };

/** A text in which some acts were followed from a place on as a plain field follows them; files are left out. */
export function followedPlainly(text: string, at: number, acts: readonly HeldAct[]): string {
  let [before, after] = [text.slice(0, at), text.slice(at)];
  for (const act of acts) {
    if ("pasted" in act) before += act.pasted.getData("text/plain");
    else if (act.key.key === "Enter") before += "\n";
    else if (act.key.key === "Backspace") before = [...before].slice(0, -1).join("");
    else if (act.key.key === "Delete") after = [...after].slice(1).join("");
    else if (act.key.key?.length === 1) before += act.key.key;
  }
  return before + after;
}

/** What is pasted can be read only while it is: a copy that can be read later. */
export function copyOf(from: DataTransfer): DataTransfer {
  const copy = new DataTransfer();
  for (const type of from.types) if (type !== "Files") copy.setData(type, from.getData(type));
  for (const file of from.files) copy.items.add(file);
  return copy;
}
