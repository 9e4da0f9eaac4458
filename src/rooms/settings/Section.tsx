import type { ReactNode } from "react";
import { usePart } from "@/ui/part";
import { useIsWanted } from "./wanted";

/** A part of the settings under its heading; out of sight where something else is searched for. */
export function Section({ title, children, note }: { title: string; children: ReactNode; note?: string }) {
  const heading = usePart<HTMLHeadingElement>(title);
  const isWanted = useIsWanted(title);
  return (
    <section className="mb-8" aria-label={title} hidden={!isWanted}>
      <h2
        ref={heading}
        tabIndex={-1}
        className="mb-2 scroll-mt-4 border-b border-ink pb-1 font-words text-[16px] font-semibold"
      >
        {title}
      </h2>
      {note && <p className="mb-2 text-ink-2">{note}</p>}
      {children}
    </section>
  );
}
