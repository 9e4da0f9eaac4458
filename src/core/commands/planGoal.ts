import { isUnfinished, Refusal, type Block, type Id, type Task, told } from "../model";
import { plainTitle } from "../page";
import { firstFit, fitFor, freeTime, goalsUnder, isMine, tasksUnder } from "../plan";
import { describeCommand, type Transaction } from "../store";
import { addDays, dateOf, minuteOf, momentAt, type DateText } from "../time";
import { minutesToPlace, place } from "./place";
import { need } from "./shared";

/** The tasks of a goal that could be planned: open ones of the person's own without hours to come, what is due first in front. */
function candidates(tx: Transaction, goal: Id): Task[] {
  return tasksUnder(tx, goalsUnder(tx, goal))
    .filter((task) => isUnfinished(task.state) && task.state !== "waiting" && isMine(tx, task) && !task.repeat)
    .filter(({ id }) => !(tx.list("blocksByTask", id) as readonly Block[]).some(({ end }) => end > tx.now))
    .toSorted((a, b) => (orderOf(a) < orderOf(b) ? -1 : 1));
}

/** What is due first comes first, then what was made first. */
const orderOf = ({ due = "9999", createdAt, id }: Task) => `${due} ${createdAt} ${id}`;

/** Refuses where the goal has no open task, or no working hour is free. */
export const planGoal = describeCommand({
  name: "planGoal",
  does: "Gives hours to the next task of a goal: in the first free stretch of the working hours from now up to a day that holds it whole, else in the first that there is.",
  input: told.parts({ goal: told.id("goal"), until: told.date }),
  run(tx, { goal: id, until }) {
    const goal = need(tx, "goal", id);
    const [task] = candidates(tx, id);
    if (!task)
      throw new Refusal(`“${plainTitle(goal.title)}” has no open task that could be planned. Add its next step first.`);
    const minutes = minutesToPlace(tx, task);
    const today = dateOf(tx.now);
    const days: { date: DateText; gaps: ReturnType<typeof freeTime> }[] = [];
    for (let date = today; date <= until; date = addDays(date, 1)) {
      // Times begin on a quarter of an hour.
      const from = date === today ? Math.ceil(minuteOf(tx.now) / 15) * 15 : 0;
      days.push({ date, gaps: freeTime(tx, date, from, { theme: task.theme }) });
    }
    const whole = days.find(({ gaps }) => fitFor(gaps, minutes) !== undefined);
    const some = whole ?? days.find(({ gaps }) => gaps.some((gap) => gap.endMinute - gap.startMinute >= 15));
    const start = some && firstFit(some.gaps, minutes);
    if (!some || start === undefined) throw new Refusal("No working hour is free in these days.");
    const gap = some.gaps.find(({ startMinute }) => startMinute === start)!;
    return place.run(tx, {
      task: task.id,
      start: momentAt(some.date, start),
      minutes: Math.min(minutes, gap.endMinute - gap.startMinute),
    });
  },
});
