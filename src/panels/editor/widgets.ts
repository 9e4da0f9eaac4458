import { WidgetType, type EditorView } from "@codemirror/view";
import type { State } from "@/core/model";

const stateLabels: Record<State, string> = {
  open: "Open",
  doing: "Doing",
  waiting: "Waiting",
  done: "Done",
  dropped: "Dropped",
};

/** The circle of a task: press to tick off, pull to drag the task away. */
export class TaskCircle extends WidgetType {
  constructor(
    readonly state: State,
    readonly title: string,
  ) {
    super();
  }
  override eq(other: TaskCircle) {
    return other.state === this.state && other.title === this.title;
  }
  toDOM() {
    const button = document.createElement("button");
    button.type = "button";
    button.className = `cm-circle cm-circle-${this.state}`;
    button.tabIndex = -1;
    button.setAttribute("role", "checkbox");
    button.setAttribute("aria-checked", this.state === "done" ? "true" : this.state === "doing" ? "mixed" : "false");
    button.setAttribute("aria-label", `${stateLabels[this.state]}: ${this.title}`);
    button.append(document.createElement("i"));
    return button;
  }
  override ignoreEvent() {
    return false;
  }
}

/** The box of a plain checklist, which is not a task. */
export class PlainBox extends WidgetType {
  constructor(readonly ticked: boolean) {
    super();
  }
  override eq(other: PlainBox) {
    return other.ticked === this.ticked;
  }
  toDOM() {
    const button = document.createElement("button");
    button.type = "button";
    button.className = "cm-box";
    button.tabIndex = -1;
    button.setAttribute("role", "checkbox");
    button.setAttribute("aria-checked", String(this.ticked));
    button.setAttribute("aria-label", "Checklist item");
    button.append(document.createElement("i"));
    return button;
  }
  override ignoreEvent() {
    return false;
  }
}

/** The point of a bullet, or the arrow of a task that was carried away. */
export class Bullet extends WidgetType {
  constructor(readonly sign: "•" | "→") {
    super();
  }
  override eq(other: Bullet) {
    return other.sign === this.sign;
  }
  toDOM() {
    const span = document.createElement("span");
    span.className = "cm-bullet";
    span.textContent = this.sign;
    if (this.sign === "→") {
      span.setAttribute("role", "img");
      span.setAttribute("aria-label", "Carried");
    }
    return span;
  }
}

/** One of the facts that stand at the right of a task line. */
export interface Chip {
  readonly text: string;
  readonly dye?: string;
  readonly late?: boolean;
  /** Where a press on it leads. */
  readonly date?: string;
}

/** The facts of a task at the right end of its line: theme, estimate, due, took. */
export class Chips extends WidgetType {
  readonly #key: string;
  constructor(
    readonly chips: readonly Chip[],
    readonly after = false,
  ) {
    super();
    this.#key = JSON.stringify([chips, after]);
  }
  override eq(other: Chips) {
    return other.#key === this.#key;
  }
  toDOM() {
    const span = document.createElement("span");
    span.className = this.after ? "cm-chips cm-chips-after" : "cm-chips";
    for (const { text, dye, late, date } of this.chips) {
      const chip = document.createElement("span");
      if (dye) {
        const diamond = document.createElement("i");
        diamond.className = "diamond";
        diamond.dataset.dye = dye;
        chip.append(diamond);
      }
      if (late) chip.className = "cm-chip-late";
      if (date) chip.dataset.date = date;
      chip.append(text);
      span.append(chip);
    }
    return span;
  }
  override ignoreEvent(event: Event) {
    return event.type !== "mousedown";
  }
}

/** Finds what a page shows, by the address that stands in it. */
export type LoadFile = (address: string) => Promise<{ name: string; blob: Blob } | undefined>;

/** A picture kept in the workspace; one from elsewhere is only named, since nothing is fetched from outside. */
export class Picture extends WidgetType {
  constructor(
    readonly words: string,
    readonly address: string,
    readonly load: LoadFile,
  ) {
    super();
  }
  override eq(other: Picture) {
    return other.address === this.address && other.words === this.words;
  }
  toDOM(view: EditorView) {
    const span = document.createElement("span");
    span.className = "cm-picture";
    const named = `Picture “${this.words || "without a description"}”`;
    if (/^\w+:/.test(this.address) && !this.address.startsWith("file:")) {
      span.textContent = `${named}, stored elsewhere and not loaded`;
      return span;
    }
    const image = document.createElement("img");
    image.alt = this.words;
    span.append(image);
    void this.load(this.address).then((file) => {
      if (!file) return span.replaceChildren(`${named} is not in this workspace`);
      image.src = URL.createObjectURL(file.blob);
      image.onload = () => {
        URL.revokeObjectURL(image.src);
        view.requestMeasure();
      };
    });
    return span;
  }
}

/** A file kept in the workspace: its name and its size; a press saves it. */
export class Attachment extends WidgetType {
  constructor(
    readonly words: string,
    readonly id: string,
    readonly load: LoadFile,
  ) {
    super();
  }
  override eq(other: Attachment) {
    return other.id === this.id && other.words === this.words;
  }
  toDOM() {
    const link = document.createElement("span");
    link.className = "cm-file link";
    link.dataset.file = this.id;
    link.setAttribute("role", "link");
    link.textContent = this.words;
    const size = document.createElement("span");
    size.className = "cm-file-size";
    void Promise.all([this.load(`file:${this.id}`), import("@/ui/sizeText")]).then(([file, { sizeText }]) => {
      size.textContent = file ? sizeText(file.blob.size) : "not in this workspace";
    });
    link.append(size);
    return link;
  }
  override ignoreEvent(event: Event) {
    return event.type !== "mousedown";
  }
}
