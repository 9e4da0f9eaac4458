/*
 * Alarms (RFC 5545, 3.6.6): the first that rings so long before the start of an event, or before a task is due, is the
 * reminder of the record; all others are kept as they are.
 */

const trigger =
  /^TRIGGER((?:;[^:]*)?):(-?)P(?:(\d{1,4})W)?(?:(\d{1,5})D)?(?:T(?:(\d{1,5})H)?(?:(\d{1,6})M)?(?:\d+S)?)?$/i;

interface Alarm {
  /** Where its lines begin and end, the end not included. */
  readonly from: number;
  readonly to: number;
  readonly minutes: number;
}

function firstAlarm(lines: readonly string[], isTask: boolean): Alarm | undefined {
  for (let from = lines.indexOf("BEGIN:VALARM"); from >= 0; from = lines.indexOf("BEGIN:VALARM", from + 1)) {
    const to = lines.indexOf("END:VALARM", from) + 1;
    if (to === 0) return undefined;
    for (const line of lines.slice(from, to)) {
      const found = trigger.exec(line);
      if (!found) continue;
      const [, parameters = "", sign, weeks = 0, days = 0, hours = 0, minutes = 0] = found;
      const ofEnd = /;RELATED=END/i.test(parameters);
      const total = Number(weeks) * 10080 + Number(days) * 1440 + Number(hours) * 60 + Number(minutes);
      if (ofEnd === isTask && (sign === "-" || total === 0) && total <= 60_000) return { from, to, minutes: total };
    }
  }
  return undefined;
}

/** How many minutes before its start, or before it is due, a component rings; undefined where it does not. */
export function alarmMinutes(lines: readonly string[], isTask: boolean): number | undefined {
  return firstAlarm(lines, isTask)?.minutes;
}

/** The lines without an alarm that is just as Pensum writes it: the record says it already. */
export function withoutOwnAlarm(lines: readonly string[], isTask: boolean, title: string): readonly string[] {
  const alarm = firstAlarm(lines, isTask);
  if (!alarm) return lines;
  const own = ownAlarm(alarm.minutes, isTask, title);
  const isOwn = own.length === alarm.to - alarm.from && own.every((line, at) => line === lines[alarm.from + at]);
  return isOwn ? [...lines.slice(0, alarm.from), ...lines.slice(alarm.to)] : lines;
}

/** The lines of a component with the alarm of its record: as it stood where it still says the same. */
export function withAlarm(
  lines: readonly string[],
  minutes: number | undefined,
  isTask: boolean,
  title: string,
): readonly string[] {
  const kept = firstAlarm(lines, isTask);
  if (kept?.minutes === minutes) return lines;
  const rest = kept ? [...lines.slice(0, kept.from), ...lines.slice(kept.to)] : lines;
  return minutes === undefined ? rest : [...rest, ...ownAlarm(minutes, isTask, title)];
}

function ownAlarm(minutes: number, isTask: boolean, title: string): readonly string[] {
  return [
    "BEGIN:VALARM",
    "ACTION:DISPLAY",
    `DESCRIPTION:${title}`,
    `TRIGGER${isTask ? ";RELATED=END" : ""}:${minutes === 0 ? "PT0M" : `-PT${minutes}M`}`,
    "END:VALARM",
  ];
}
