import { defaultSettings, Refusal, type InsightBoard, told } from "../model";
import { describeCommand, type Transaction } from "../store";

const mostBoards = 100;

export const keepBoard = describeCommand({
  name: "keepBoard",
  does: "Puts a board among the others: in its place where it is there already, else after them.",
  input: told.whole<InsightBoard>("a board"),
  again: "merge",
  run(tx, board) {
    const title = board.title.trim();
    if (title === "") throw new Refusal("A board needs a name.");
    const boards = boardsIn(tx);
    const place = boards.findIndex(({ id }) => id === board.id);
    if (boards.some((other) => other.id !== board.id && other.title.toLowerCase() === title.toLowerCase()))
      throw new Refusal(`There is a board “${title}” already.`);
    if (place < 0 && boards.length >= mostBoards)
      throw new Refusal(`There are ${mostBoards} boards already; delete one first.`);
    const kept = { ...board, title };
    setBoards(tx, place < 0 ? [...boards, kept] : boards.with(place, kept));
    return `${place < 0 ? "Added" : "Changed"} the board “${title}”`;
  },
});

export const removeBoard = describeCommand({
  name: "removeBoard",
  does: "Takes a board away; the questions stay where they are.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const boards = boardsIn(tx);
    const board = boards.find((one) => one.id === id);
    if (!board) throw new Refusal("This board no longer exists.");
    setBoards(
      tx,
      boards.filter((one) => one !== board),
    );
    return `Deleted the board “${board.title}”`;
  },
});

function boardsIn(tx: Transaction): readonly InsightBoard[] {
  return tx.find("settings", "settings")?.boards ?? [];
}

function setBoards(tx: Transaction, boards: readonly InsightBoard[]): void {
  if (!tx.get("settings")) tx.put(defaultSettings);
  tx.update("settings", { boards: boards.length > 0 ? boards : undefined });
}
