import type { ReactNode } from "react";

/** A part of the settings under its heading. */
export function Section({ title, children, note }: { title: string; children: ReactNode; note?: string }) {
  return (
    <section className="mb-8" aria-label={title}>
      <h2 className="mb-2 border-b border-ink pb-1 font-words text-[16px] font-semibold">{title}</h2>
      {note && <p className="mb-2 text-ink-2">{note}</p>}
      {children}
    </section>
  );
}
