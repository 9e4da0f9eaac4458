import { bareRecord, defaultSettings, newId, Refusal, type Id } from "../model";
import { oneLine, plainTitle } from "../page";
import { stepsOfReview, type ReviewWay } from "../plan";
import { takeBack, type ChangeSet, type Command } from "../store";
import { dateOf, type DateText } from "../time";
import { appendToDay, need } from "./shared";

interface Beginning {
  readonly way: ReviewWay;
  readonly from: DateText;
  readonly to: DateText;
  readonly title: string;
  readonly id?: Id;
  /** The project that it is of. */
  readonly project?: Id;
}

/** Begins a review of some days. */
export const beginReview: Command<Beginning> = {
  name: "beginReview",
  run(tx, { way, from, to, title, project, id = newId() }) {
    const review = bareRecord("review", { id, title, now: tx.now });
    tx.put({ ...review, way, from, to, ...(project === undefined ? {} : { project }) });
    return `Began “${title}”`;
  },
};

/** Marks a step of a review as done or skipped, or as neither. */
export const markStep: Command<{ review: Id; step: string; as: "done" | "skipped" | "open" }> = {
  name: "markStep",
  run(tx, { review: id, step, as }) {
    const review = need(tx, "review", id);
    const without = (steps: readonly string[]) => steps.filter((one) => one !== step);
    tx.update(id, {
      steps: as === "done" ? [...without(review.steps), step] : without(review.steps),
      skipped: as === "skipped" ? [...without(review.skipped), step] : without(review.skipped),
    });
    const settings = tx.find("settings", "settings") ?? defaultSettings;
    const title = stepsOfReview(settings, review.way).find((one) => one.id === step)?.title;
    const words = { done: "Went through", skipped: "Skipped", open: "Opened again" }[as];
    return `${words} ${title ? `“${title}”` : "a step"}`;
  },
};

/** Ends a review; what came of it becomes its page, below what was written there, and the day’s page says so. */
export const endReview: Command<{ review: Id; summary: string }> = {
  name: "endReview",
  run(tx, { review: id, summary }) {
    const review = need(tx, "review", id);
    if (review.endedAt !== undefined) throw new Refusal("This review has ended already.");
    const text = [review.text.trim(), summary.trim()].filter((part) => part !== "").join("\n\n");
    tx.update(id, { endedAt: tx.now, text: text === "" ? "" : `${text}\n` });
    if (summary.trim() !== "")
      appendToDay(tx, dateOf(tx.now), ["", `# ${plainTitle(review.title)}`, "", ...summary.trim().split("\n")]);
    return `Ended “${plainTitle(review.title)}”`;
  },
};

/** Sets a project reviewed today. */
export const setReviewed: Command<{ project: Id }> = {
  name: "setReviewed",
  run(tx, { project: id }) {
    const project = need(tx, "project", id);
    tx.update(id, { reviewedOn: dateOf(tx.now) });
    return `Looked at “${plainTitle(project.title)}”`;
  },
};

/** Writes how a day went, as a line on its page. */
export const writeDayLine: Command<{ date: DateText; words: string }> = {
  name: "writeDayLine",
  run(tx, { date, words }) {
    const line = oneLine(words).trim();
    if (line === "") throw new Refusal("There is nothing to write down yet.");
    appendToDay(tx, date, [line]);
    return "Wrote it on the day’s page";
  },
};

/** Takes one act back, whatever was done since: what others changed of the same records stays. */
export const takeActBack: Command<{ changes: ChangeSet; said: string }> = {
  name: "takeActBack",
  run(tx, { changes, said }) {
    takeBack(tx, changes);
    return `Took back: ${said}`;
  },
};
