"use client";

/** The box of a record that can be done, for the pointer; by keys, Space ticks what it stands in. */
export function LayerTick({ done, onTick }: { done: boolean; onTick: () => void }) {
  return (
    <span
      aria-hidden
      data-tick=""
      className="-my-1 -ml-1.5 inline-grid size-6 place-items-center align-middle"
      onClick={(event) => {
        event.stopPropagation();
        onTick();
      }}
    >
      <span className={`size-3 border border-(--dye) ${done ? "bg-(--dye)" : "bg-sheet"}`} />
    </span>
  );
}
