import { bareRecord, Refusal, told } from "../model";
import { oneLine, plainTitle } from "../page";
import { reviewWays, stepsOfReview } from "../plan";
import { describeCommand, takeBack, type ChangeSet } from "../store";
import { dateOf } from "../time";
import { appendToDay, need } from "./shared";

export const beginReview = describeCommand({
  name: "beginReview",
  does: "Begins a review of some days.",
  input: told.parts({
    way: told.word(...reviewWays, "project"),
    from: told.date,
    to: told.date,
    title: told.text,
    id: told.maybe(told.id()),
    /** The project that it is of. */
    project: told.maybe(told.id("project")),
  }),
  run(tx, { way, from, to, title, project, id = tx.newId() }) {
    const review = bareRecord("review", { id, title, now: tx.now });
    tx.put({ ...review, way, from, to, ...(project === undefined ? {} : { project }) });
    return `Began “${title}”`;
  },
});

export const markStep = describeCommand({
  name: "markStep",
  does: "Marks a step of a review as done or skipped, or as neither.",
  input: told.parts({ review: told.id("review"), step: told.text, as: told.word("done", "skipped", "open") }),
  run(tx, { review: id, step, as }) {
    const review = need(tx, "review", id);
    const without = (steps: readonly string[]) => steps.filter((one) => one !== step);
    tx.update(id, {
      steps: as === "done" ? [...without(review.steps), step] : without(review.steps),
      skipped: as === "skipped" ? [...without(review.skipped), step] : without(review.skipped),
    });
    const title = stepsOfReview(tx.settings, review.way).find((one) => one.id === step)?.title;
    const words = { done: "Went through", skipped: "Skipped", open: "Opened again" }[as];
    return `${words} ${title ? `“${title}”` : "a step"}`;
  },
});

export const endReview = describeCommand({
  name: "endReview",
  does: "Ends a review; what came of it becomes its page, below what was written there, and the day’s page says so.",
  input: told.parts({ review: told.id("review"), summary: told.text }),
  again: "merge",
  run(tx, { review: id, summary }) {
    const review = need(tx, "review", id);
    if (review.endedAt !== undefined) throw new Refusal("This review has ended already.");
    const text = [review.text.trim(), summary.trim()].filter((part) => part !== "").join("\n\n");
    tx.update(id, { endedAt: tx.now, text: text === "" ? "" : `${text}\n` });
    if (summary.trim() !== "")
      appendToDay(tx, dateOf(tx.now), ["", `# ${plainTitle(review.title)}`, "", ...summary.trim().split("\n")]);
    return `Ended “${plainTitle(review.title)}”`;
  },
});

export const setReviewed = describeCommand({
  name: "setReviewed",
  does: "Sets a project reviewed today.",
  input: told.parts({ project: told.id("project") }),
  run(tx, { project: id }) {
    const project = need(tx, "project", id);
    tx.update(id, { reviewedOn: dateOf(tx.now) });
    return `Looked at “${plainTitle(project.title)}”`;
  },
});

export const writeDayLine = describeCommand({
  name: "writeDayLine",
  does: "Writes how a day went, as a line on its page.",
  input: told.parts({ date: told.date, words: told.text }),
  run(tx, { date, words }) {
    const line = oneLine(words).trim();
    if (line === "") throw new Refusal("There is nothing to write down yet.");
    appendToDay(tx, date, [line]);
    return "Wrote it on the day’s page";
  },
});

export const takeActBack = describeCommand({
  name: "takeActBack",
  does: "Takes one act back, whatever was done since: what others changed of the same records stays.",
  input: told.parts({ changes: told.whole<ChangeSet>("changes"), said: told.text }),
  again: "merge",
  run(tx, { changes, said }) {
    takeBack(tx, changes);
    return `Took back: ${said}`;
  },
});
