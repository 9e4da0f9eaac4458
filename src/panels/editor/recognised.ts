import { WidgetType } from "@codemirror/view";

/** What a stretch of a line was taken for. */
interface Recognition {
  /** "Day". */
  readonly name: string;
  /** "Sat 28 Nov". */
  readonly meaning: string;
  /** Where the stretch begins in the words of the line. */
  readonly from: number;
}

/** What was recognised in the line that is being written; a press on one leaves its words words. */
export class Recognised extends WidgetType {
  readonly #key: string;
  constructor(
    readonly recognitions: readonly Recognition[],
    readonly onKeep: (from: number) => void,
  ) {
    super();
    this.#key = JSON.stringify(recognitions);
  }
  override eq(other: Recognised) {
    return other.#key === this.#key;
  }
  toDOM() {
    const span = document.createElement("span");
    span.className = "cm-recognised";
    span.setAttribute("role", "group");
    span.setAttribute("aria-label", "Recognised");
    for (const { name, meaning, from } of this.recognitions) {
      const button = document.createElement("button");
      button.type = "button";
      button.tabIndex = -1;
      button.setAttribute("aria-label", `Ignore ${name.toLowerCase()}: keep “${meaning}” as text`);
      const label = document.createElement("span");
      label.textContent = `${name} `;
      const value = document.createElement("b");
      value.textContent = meaning;
      button.append(label, value, " ×");
      button.addEventListener("mousedown", (event) => event.preventDefault());
      button.addEventListener("click", () => this.onKeep(from));
      span.append(button);
    }
    return span;
  }
  override ignoreEvent() {
    return true;
  }
}
