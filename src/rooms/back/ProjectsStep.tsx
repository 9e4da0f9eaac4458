"use client";
import { useCallback, useState } from "react";
import { setReviewed } from "@/core/commands/reviews";
import {
  hoursOfProject,
  projectForReview,
  projectsForReview,
  type Asking,
  type ProjectForReview,
} from "@/core/insight";
import { newId } from "@/core/model";
import { plainTitle } from "@/core/page";
import { addToRegister } from "@/core/shaping";
import { titleOf } from "@/core/things";
import { durationText, type DateText } from "@/core/time";
import { AddField } from "@/ui/AddField";
import { openRecord } from "@/ui/navigation";
import { ChartFigure } from "@/panels/charts/ChartFigure";
import { useAct, useComputed, useStore } from "@/ui/workspaceContext";
import { TaskTick } from "@/panels/TaskTick";
import { type StepProps, Empty, DayChips, useChipDays, useReviewChart } from "./stepParts";

export function ProjectsStep({ today }: StepProps) {
  const due = useComputed(useCallback((reads) => projectsForReview(reads, today), [today]));
  const [passed, setPassed] = useState<ReadonlySet<string>>(new Set());
  const waiting = due.filter(({ project }) => !passed.has(project.id));
  const [current] = waiting;
  if (!current)
    return (
      <Empty>
        {due.length > 0
          ? "The projects that are left will be asked for again next time."
          : "No project is due for a review. A project says how often it wants one in its field “Review every”."}
      </Empty>
    );
  return (
    <ProjectForm
      key={current.project.id}
      {...current}
      left={waiting.length - 1}
      today={today}
      onPass={() => setPassed(new Set([...passed, current.project.id]))}
    />
  );
}

/** The project that a review is of. */
export function OneProjectStep({ review, today }: StepProps) {
  const of = useComputed(
    useCallback(
      (reads) => {
        const project = reads.find("project", review.project);
        return project && projectForReview(reads, project, today);
      },
      [review.project, today],
    ),
  );
  return of ? <ProjectForm {...of} left={0} today={today} /> : <Empty>The project no longer exists.</Empty>;
}

/** Where the hours of the project of a review went. */
export function ProjectHoursStep({ review, today }: StepProps) {
  const { project } = review;
  const answer = useCallback(
    (asking: Asking) => (asking.store.find("project", project) ? hoursOfProject(asking, project!) : undefined),
    [project],
  );
  const chart = useReviewChart(review, today, "all", answer);
  return chart ? (
    <ChartFigure chart={chart} title="Where its hours went" />
  ) : (
    <Empty>The project no longer exists.</Empty>
  );
}

interface ProjectFormProps extends ProjectForReview {
  left: number;
  today: DateText;
  onPass?: () => void;
}

function ProjectForm({
  project,
  sinceDays,
  openTasks,
  doneSince,
  givenSince,
  notes,
  left,
  today,
  onPass,
}: ProjectFormProps) {
  const store = useStore();
  const act = useAct();
  const dates = useChipDays(today);
  const facts = [
    project.reviewEveryDays ? `every ${project.reviewEveryDays} days` : "",
    sinceDays === undefined ? "never looked at" : `last looked at ${sinceDays} ${sinceDays === 1 ? "day" : "days"} ago`,
    givenSince > 0 ? `${durationText(givenSince)} given since` : "nothing given since",
    `${doneSince} ${doneSince === 1 ? "task" : "tasks"} done`,
  ].filter(Boolean);
  return (
    <section aria-label={plainTitle(project.title)}>
      <h3 className="border-t-2 border-ink pt-2 font-words text-[19px] leading-7 font-semibold">
        <button className="text-left hover:underline" onClick={() => openRecord(project.id)}>
          {titleOf(project, store)}
        </button>
      </h3>
      <p className="mb-2 text-ink-2">
        {facts.join(", ")}.{left > 0 && ` ${left} more after it.`}
      </p>
      <ul className="border-t border-hairline">
        {openTasks.map((task) => (
          <TaskTick key={task.id} task={task}>
            <DayChips task={task} dates={dates} />
          </TaskTick>
        ))}
        <li className="border-b border-hairline py-1.5">
          <AddField
            label="Next step"
            className="max-w-[420px]"
            onAdd={(title) =>
              act(addToRegister, { register: "tasks", id: newId(), fields: { title, project: project.id } }) !==
              undefined
            }
          />
        </li>
      </ul>
      {notes.length > 0 && (
        <p className="mt-3 font-words text-page">
          From the log: <em>{notes.slice(0, 4).join("; ")}</em>
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-x-4 gap-y-1">
        <button className="button" onClick={() => act(setReviewed, { project: project.id })}>
          Looked at
        </button>
        {onPass && (
          <button className="link" onClick={onPass}>
            Not now
          </button>
        )}
      </div>
    </section>
  );
}
