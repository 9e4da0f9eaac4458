import type { Dye } from "@/core/model";

/** The pull of a task, from 0 to 100, as a short strand: its length says how much, its dye of which theme. */
export function PullStrand({ points, dye }: { points: number; dye: Dye }) {
  return (
    <span aria-hidden data-dye={dye} title={`Pull ${points}`} className="drawn-strand block h-1.5 self-center bg-sunk">
      <span className="block h-full bg-(--dye)" style={{ width: `${points}%` }} />
    </span>
  );
}
