"use client";
import {
  besides,
  insights,
  ledgerWays,
  spanNames,
  type Beside,
  type HoursWay,
  type InsightName,
  type SpanName,
} from "@/core/insight";
import { isDate } from "@/core/time";
import { deviceChoice } from "@/ui/deviceChoice";

/** Of which days it is asked, what they are compared with, and by what hours are told apart. */
export interface Asked {
  readonly span: SpanName | { readonly from: string; readonly to: string };
  readonly beside: Beside;
  readonly way: HoursWay;
}

/** How the past is looked at on this device. */
export interface BackView extends Asked {
  /** Questions that are not asked: names of those that come ready, ids of lenses of one's own. */
  readonly hidden: readonly string[];
}

export const insightNames = Object.keys(insights) as readonly InsightName[];
const usual: BackView = { span: "lastWeek", beside: "before", way: "theme", hidden: [] };

const mostHidden = 500;

const isOwnField = (way: unknown): way is `f_${string}` => typeof way === "string" && way.startsWith("f_");

const among = <T extends string>(all: readonly T[], value: unknown, otherwise: T): T =>
  all.find((one) => one === value) ?? otherwise;

/** What is asked of the past, of which nothing is certain: the usual where it says nothing that can be asked. */
export function askedOf({ span, beside, way }: { span?: unknown; beside?: unknown; way?: unknown }): Asked {
  const own = span as { from?: unknown; to?: unknown } | undefined;
  const isOwn = typeof own === "object" && own !== null && isDate(own.from) && isDate(own.to) && own.from <= own.to;
  return {
    span: isOwn ? { from: own.from as string, to: own.to as string } : among(spanNames, span, "lastWeek"),
    beside: among(besides, beside, usual.beside),
    way: isOwnField(way) ? way : among(ledgerWays, way, usual.way),
  };
}

export const backView = deviceChoice<BackView>("pensum-look-back", usual, ({ hidden, ...asked }) => ({
  ...askedOf(asked),
  hidden: Array.isArray(hidden) ? hidden.filter((name) => typeof name === "string").slice(0, mostHidden) : [],
}));
