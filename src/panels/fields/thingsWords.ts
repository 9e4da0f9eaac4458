import type { Register } from "@/core/register";

/** What the records of a register are called together, in lower case; a name without a plural counts in entries. */
export function thingsWords({ id, title }: Register): string {
  return id === "work" ? "entries" : title.toLowerCase();
}
