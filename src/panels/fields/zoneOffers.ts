import { isZone } from "@/core/time";
import type { Choice } from "@/ui/Combobox";

const mostZones = 60;
const titleOf = (zone: string) => zone.replace(/_/g, " ");
const plain = (words: string) => words.trim().toLowerCase().replaceAll("_", " ");

/** The time zones whose names hold the words, of those that the browser knows. */
export function zoneOffers(words: string): Choice[] {
  return ["UTC", ...Intl.supportedValuesOf("timeZone")]
    .filter((zone) => plain(zone).includes(plain(words)))
    .slice(0, mostZones)
    .map((zone) => ({ id: zone, title: titleOf(zone) }));
}

/** The zone of this very name, or of the only place that is called so: "halifax". */
export function zoneNamed(offers: readonly Choice[], words: string): Choice | undefined {
  const exact = offers.find(({ title }) => plain(title) === plain(words));
  if (exact) return exact;
  const places = offers.filter(({ title }) => plain(title.replace(/^.*\//, "")) === plain(words));
  if (places.length === 1) return places[0];
  const typed = words.trim();
  return typed !== "" && isZone(typed) ? { id: typed, title: typed } : undefined;
}
