import type { Area, Goal, Id } from "../../model";
import type { Store } from "../../store";

type Reads = Pick<Store, "list" | "find">;

/** A goal in the outline of goals. */
export interface GoalNode {
  readonly goal: Goal;
  /** How many goals stand above it. */
  readonly depth: number;
  readonly hasParts: boolean;
}

/** The goals of an area, each with those that serve it below it. */
export interface GoalArea {
  /** Undefined for those without one. */
  readonly area: Area | undefined;
  readonly nodes: readonly GoalNode[];
}

const spans = ["life", "year", "quarter", "month", "week"];

/**
 * The goals that are wanted, by area, as an outline: what serves another stands below it, whatever its own area. Goals that
 * serve each other in a circle stand at the top.
 */
export function goalTree(reads: Reads, isWanted: (goal: Goal) => boolean = () => true): GoalArea[] {
  const goals = (reads.list("kind", "goal") as readonly Goal[]).filter(isWanted).toSorted(inOrder);
  const wanted = new Set(goals.map(({ id }) => id));
  const below = new Map<Id, Goal[]>();
  const roots: Goal[] = [];
  for (const goal of goals) {
    const above = nearestAbove(reads, goal, wanted);
    if (above === undefined) roots.push(goal);
    else if (below.has(above)) below.get(above)!.push(goal);
    else below.set(above, [goal]);
  }
  const byArea = new Map<Id | undefined, GoalNode[]>();
  const put = (nodes: GoalNode[], goal: Goal, depth: number) => {
    const parts = below.get(goal.id) ?? [];
    nodes.push({ goal, depth, hasParts: parts.length > 0 });
    for (const part of parts) put(nodes, part, depth + 1);
  };
  for (const root of roots) {
    const area = reads.find("area", root.area)?.id;
    let nodes = byArea.get(area);
    if (!nodes) byArea.set(area, (nodes = []));
    put(nodes, root, 0);
  }
  const areas = reads.list("kind", "area") as readonly Area[];
  return [...areas, undefined].flatMap((area) => {
    const nodes = byArea.get(area?.id);
    return nodes ? [{ area, nodes }] : [];
  });
}

/** The nearest of the wanted goals that a goal serves; undefined where there is none, or where it goes round in a circle. */
function nearestAbove(reads: Reads, goal: Goal, wanted: ReadonlySet<Id>): Id | undefined {
  const seen = new Set([goal.id]);
  let found: Id | undefined;
  for (let above = reads.find("goal", goal.parent); above; above = reads.find("goal", above.parent)) {
    if (seen.has(above.id)) return undefined;
    seen.add(above.id);
    if (wanted.has(above.id)) found ??= above.id;
  }
  return found;
}

function inOrder(a: Goal, b: Goal): number {
  return (
    spans.indexOf(a.span) - spans.indexOf(b.span) ||
    ((a.due ?? "9999") < (b.due ?? "9999") ? -1 : (a.due ?? "9999") > (b.due ?? "9999") ? 1 : 0) ||
    (a.title < b.title ? -1 : a.title > b.title ? 1 : 0)
  );
}
