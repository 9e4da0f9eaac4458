/** Of what the icon of an item is. */
export const iconWays = ["none", "kind", "state", "theme"] as const;
/** One of these, or the name of a choice that the person made. */
export type IconWay = (typeof iconWays)[number] | `f_${string}`;

/** Whether it is an icon that the person gave. */
export function isOwnIcon(way: IconWay): way is "theme" | `f_${string}` {
  return way === "theme" || way.startsWith("f_");
}
