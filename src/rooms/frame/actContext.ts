/** What the acts that are done from anywhere need of the frame. */
export interface ActContext {
  add(): void;
  turnBack(which: "undo" | "redo"): void;
  openClock(): void;
  showKeys(): void;
  search(): void;
}
