"use client";
import { deviceChoice } from "@/ui/deviceChoice";

/**
 * Where an added line goes. One of which nothing is said but its words: onto today's page and into the inbox, or there
 * alone. On a page: at its end, or under the heading where somebody was last.
 */
export const bareGoes = deviceChoice<{ readonly inboxOnly: boolean; readonly underHeading: boolean }>(
  "pensum-capture",
  { inboxOnly: false, underHeading: false },
  ({ inboxOnly, underHeading }) => ({ inboxOnly: inboxOnly === true, underHeading: underHeading === true }),
);
