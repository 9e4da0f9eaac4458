"use client";
import { deviceChoice } from "@/ui/deviceChoice";

/** Where a line goes of which nothing is said but its words: onto today's page and into the inbox, or there alone. */
export const bareGoes = deviceChoice<{ readonly inboxOnly: boolean }>(
  "pensum-capture",
  { inboxOnly: false },
  ({ inboxOnly }) => ({ inboxOnly: inboxOnly === true }),
);
