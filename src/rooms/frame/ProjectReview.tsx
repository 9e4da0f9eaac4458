"use client";
import { useCallback } from "react";
import { beginReview } from "@/core/commands/reviews";
import { newId, type Project, type Review } from "@/core/model";
import { plainTitle } from "@/core/page";
import { dateOf } from "@/core/time";
import { goTo } from "@/ui/navigation";
import { useAct, useComputed, useStore } from "@/ui/workspaceContext";

/** Begins a review of a project, of the days since it was last looked at, or goes on with it. */
export function ProjectReview({ project }: { project: Project }) {
  const store = useStore();
  const act = useAct();
  const running = useComputed(
    useCallback(
      (reads) =>
        (reads.list("kind", "review") as readonly Review[]).find(
          ({ project: of, endedAt }) => of === project.id && endedAt === undefined,
        ),
      [project.id],
    ),
  );
  const begin = () => {
    if (running) return goTo(`/back/reviews/${running.id}`);
    const id = newId();
    const from = project.reviewedOn ?? dateOf(project.createdAt);
    const to = dateOf(store.clock.now());
    const title = `A look at ${plainTitle(project.title)}`;
    const input = { way: "project" as const, from: from < to ? from : to, to, title, id, project: project.id };
    if (act(beginReview, input, { quiet: true }) !== undefined) goTo(`/back/reviews/${id}`);
  };
  return (
    <button className="button mt-2 mr-2" onClick={begin}>
      {running ? "Go on with its review" : "Review this project"}
    </button>
  );
}
