"use client";

/** The box by which a habit is marked where it stands on a day. By keys it is marked with Space, which what holds it says. */
export function HabitBox({ done, onMark }: { done: boolean; onMark: () => void }) {
  return (
    <span
      aria-hidden
      className={`habit-box ${done ? "is-done" : ""}`}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => {
        event.stopPropagation();
        onMark();
      }}
    />
  );
}
