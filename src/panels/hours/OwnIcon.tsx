"use client";
import { useCallback } from "react";
import { ownIcon } from "@/core/register";
import type { PensumRecord } from "@/core/model";
import { useComputed } from "@/ui/workspaceContext";

/** The icon that a person gave to the theme of a record, or to its choice in a field. */
export function OwnIcon({ record, way }: { record: PensumRecord; way: "theme" | `f_${string}` }) {
  const icon = useComputed(useCallback((from) => ownIcon(from, record, way), [record, way]));
  return <Sign icon={icon} />;
}

/** A sign before a title. */
export function Sign({ icon }: { icon: string | undefined }) {
  return icon ? (
    <span aria-hidden className="mr-1">
      {icon}
    </span>
  ) : null;
}
