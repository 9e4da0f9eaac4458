"use client";
import type { ReactNode } from "react";
import { goTo } from "./navigation";

interface PlaceLinkProps {
  path: string;
  here: boolean;
  className: string;
  hint?: string | undefined;
  /** What it is called where its words alone do not say it. */
  label?: string;
  children: ReactNode;
}

/** A link to a place in the app: an address like any other, gone to without asking the server. */
export function PlaceLink({ path, here, className, hint, label, children }: PlaceLinkProps) {
  return (
    <a
      href={path}
      aria-current={here ? "page" : undefined}
      className={className}
      title={hint}
      aria-label={label}
      onClick={(event) => {
        if (event.metaKey || event.ctrlKey || event.shiftKey) return;
        event.preventDefault();
        goTo(path);
      }}
    >
      {children}
    </a>
  );
}
