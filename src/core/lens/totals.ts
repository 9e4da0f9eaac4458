import type { TotalWay } from "../model";
import type { Cell, CellType } from "../register";

/** The totals that make sense for a type of cell. */
export function totalsOf(type: CellType): readonly TotalWay[] {
  if (type === "number" || type === "minutes") return ["count", "sum", "average", "median", "min", "max"];
  return type === "date" ? ["count", "earliest", "latest"] : ["count"];
}

/** A total of cells; empty ones are left out. Undefined where nothing is left to say. */
export function total(way: TotalWay, cells: readonly Cell[]): Cell {
  const filled = cells.filter(
    (cell) => cell !== undefined && cell !== "" && !(Array.isArray(cell) && cell.length === 0),
  );
  if (way === "count") return filled.length;
  if (filled.length === 0) return undefined;
  if (way === "earliest") return (filled as string[]).reduce((a, b) => (b < a ? b : a));
  if (way === "latest") return (filled as string[]).reduce((a, b) => (b > a ? b : a));
  const numbers = filled.filter((cell) => typeof cell === "number");
  if (numbers.length === 0) return undefined;
  const sum = () => numbers.reduce((a, b) => a + b, 0);
  switch (way) {
    case "sum":
      return sum();
    case "average":
      return sum() / numbers.length;
    case "min":
      return numbers.reduce((a, b) => Math.min(a, b));
    case "max":
      return numbers.reduce((a, b) => Math.max(a, b));
    case "median": {
      const ordered = Float64Array.from(numbers).sort();
      const middle = ordered.length >> 1;
      return ordered.length % 2 ? ordered[middle] : ((ordered[middle - 1] as number) + (ordered[middle] as number)) / 2;
    }
  }
}
