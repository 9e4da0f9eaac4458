import type { TotalWay } from "../model";
import type { Cell } from "../register";

/** What is known of the cells of one column in one group without looking at them again. */
interface Running {
  filled: number;
  numbers: number;
  sum: number;
  /** Numbers with a fraction: while there are any, adding and taking away would not give the exact sum. */
  fractions: number;
}

/**
 * Counts and sums that are kept as records come and go, so that a total over 100,000 records is there at once after one
 * changed. Whole numbers only (minutes, counts): their sums are exact in whatever order.
 */
export class RunningTotals {
  readonly #groups = new Map<string, Running>();

  add(group: string, cell: Cell, step: 1 | -1): void {
    let running = this.#groups.get(group);
    if (!running) this.#groups.set(group, (running = { filled: 0, numbers: 0, sum: 0, fractions: 0 }));
    if (cell === undefined || cell === "" || (Array.isArray(cell) && cell.length === 0)) return;
    running.filled += step;
    if (typeof cell !== "number") return;
    running.numbers += step;
    if (Number.isSafeInteger(cell)) running.sum += step * cell;
    else running.fractions += step;
  }

  /** The total, or `unknown` where the cells themselves must be looked at. */
  total(group: string, way: TotalWay): { readonly known: Cell } | "unknown" {
    const running = this.#groups.get(group);
    if (!running) return "unknown";
    if (way === "count") return { known: running.filled };
    if ((way !== "sum" && way !== "average") || running.fractions > 0 || !Number.isSafeInteger(running.sum))
      return "unknown";
    if (running.numbers === 0) return { known: undefined };
    return { known: way === "sum" ? running.sum : running.sum / running.numbers };
  }
}
