/** Of what the icon of an item is. */
export const iconWays = ["none", "kind", "state"] as const;
export type IconWay = (typeof iconWays)[number];
