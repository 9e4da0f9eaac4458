import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  registerDecorator,
  validateSync,
  type ValidationError,
} from "class-validator";
import { isDate, isMoment, isZone } from "../time";
import { dyes, states, type Kind, type PensumRecord } from "./records";

/*
 * What each kind of record must look like when it comes from outside: a backup file, another program. Loaded only
 * where something is read in, since the validators weigh more than the rest of the core together.
 */

function rule(name: string, message: string, holds: (value: unknown, whole: Record<string, unknown>) => boolean) {
  return (): PropertyDecorator => (target, property) =>
    registerDecorator({
      name,
      target: target.constructor,
      propertyName: property as string,
      options: { message: `$property ${message}` },
      validator: {
        validate: (value, at) => holds(value, at!.object as Record<string, unknown>),
      },
    });
}

const IsDateText = rule("isDateText", "is not a date like 2026-11-24", isDate);
const IsMomentText = rule("isMomentText", "is not a moment like 2026-11-24T09:30", isMoment);
const IsDateOrMoment = rule("isDateOrMoment", "is not a date or a moment", (value) => isDate(value) || isMoment(value));
const IsAfterStart = rule(
  "isAfterStart",
  "does not come after the start",
  (end, whole) =>
    typeof end === "string" &&
    typeof whole.start === "string" &&
    (isMoment(end) && isMoment(whole.start)
      ? end > whole.start
      : isDate(end) && isDate(whole.start) && end >= whole.start),
);
const IsZone = rule("isZone", "is not a known time zone", isZone);
const IsWorkingWeek = rule("isWorkingWeek", "is not a week of working hours", (week) => {
  if (!Array.isArray(week) || week.length !== 7) return false;
  return week.every((day: unknown) => {
    if (day === null) return true;
    if (typeof day !== "object") return false;
    const { startMinute, endMinute, capacityMinutes } = day as Record<string, unknown>;
    const whole = [startMinute, endMinute, capacityMinutes].every(
      (n) => Number.isInteger(n) && Number(n) >= 0 && Number(n) <= 1440,
    );
    return whole && Number(startMinute) < Number(endMinute);
  });
});
const IsPriorities = rule("isPriorities", "is not a list of levels", (levels) => {
  if (!Array.isArray(levels) || levels.length === 0 || levels.length > 20) return false;
  const shaped = levels.every((level) => typeof level?.id === "string" && typeof level?.title === "string");
  return shaped && new Set(levels.map((level) => level.id)).size === levels.length;
});

const idShape = /^[a-z][a-z0-9-]{1,63}$/;
const IsId = () => Matches(idShape, { message: "$property is not an id" });
const IsIdList = () =>
  Matches(idShape, {
    each: true,
    message: "$property holds something that is not an id",
  });
const longest = 10_000_000;

class RecordCheck {
  @IsId() id!: string;
  @IsString() kind!: string;
}
class TitledCheck extends RecordCheck {
  @IsString() @MaxLength(20_000) title!: string;
  @IsString() @MaxLength(longest) text!: string;
}
class TaskCheck extends TitledCheck {
  @IsIn(states) state!: string;
  @IsOptional() @IsDateText() doDay?: string;
  @IsOptional() @IsDateOrMoment() due?: string;
  @IsOptional() @IsDateText() restUntil?: string;
  @IsOptional() @IsInt() @Min(0) @Max(60_000) estimateMinutes?: number;
  @IsOptional() @IsString() @MaxLength(64) priority?: string;
  @IsOptional() @IsId() theme?: string;
  @IsOptional() @IsId() parent?: string;
  @IsArray() @ArrayMaxSize(500) @IsString({ each: true }) tags!: string[];
  @IsArray() @ArrayMaxSize(500) @IsIdList() people!: string[];
  @IsOptional() @IsId() page?: string;
  @IsOptional() @IsMomentText() doneAt?: string;
  @IsOptional() @IsInt() @Min(0) @Max(60_000) tookMinutes?: number;
  @IsInt() @Min(0) carried!: number;
  @IsMomentText() createdAt!: string;
}
class EventCheck extends TitledCheck {
  @IsDateOrMoment() start!: string;
  @IsAfterStart() end!: string;
  @IsOptional() @IsZone() zone?: string;
  @IsString() place!: string;
  @IsOptional() @IsId() theme?: string;
  @IsArray() @ArrayMaxSize(500) @IsIdList() people!: string[];
  @IsMomentText() createdAt!: string;
}
class BlockCheck extends TitledCheck {
  @IsMomentText() start!: string;
  @IsAfterStart() end!: string;
  @IsOptional() @IsId() task?: string;
  @IsOptional() @IsId() theme?: string;
  @IsOptional() @IsId() page?: string;
  @IsMomentText() createdAt!: string;
}
class ThemeCheck extends TitledCheck {
  @IsIn(dyes) dye!: string;
  @IsOptional() @IsInt() @Min(0) @Max(10_080) weeklyMinutes?: number;
}
class DayPageCheck extends RecordCheck {
  @IsDateText() date!: string;
  @IsString() @MaxLength(longest) text!: string;
}
class NoteCheck extends TitledCheck {
  @IsArray() @ArrayMaxSize(500) @IsString({ each: true }) tags!: string[];
  @IsMomentText() createdAt!: string;
}
class PersonCheck extends TitledCheck {
  @IsString() role!: string;
}
class SettingsCheck extends RecordCheck {
  @IsWorkingWeek() workingWeek!: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(7) firstWeekday?: number;
  @IsOptional() @IsBoolean() hour12?: boolean;
  @IsBoolean() showWeekNumbers!: boolean;
  @IsInt() @Min(1) @Max(60) snapMinutes!: number;
  @IsPriorities() priorities!: unknown;
}

const checks: Record<Kind, new () => RecordCheck> = {
  task: TaskCheck,
  event: EventCheck,
  block: BlockCheck,
  theme: ThemeCheck,
  day: DayPageCheck,
  note: NoteCheck,
  person: PersonCheck,
  settings: SettingsCheck,
};

/**
 * What is wrong with a value that should be a record, in one sentence, or undefined when it is one. Fields that no
 * kind knows count as wrong, so that nothing is dropped unseen.
 */
export function faultOf(value: unknown): string | undefined {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return "it is not a record";
  const { kind } = value as { kind?: unknown };
  const Check = typeof kind === "string" && Object.hasOwn(checks, kind) ? checks[kind as Kind] : undefined;
  if (!Check) return `its kind ${JSON.stringify(kind) ?? "is missing"} is not known here`;
  const errors = validateSync(Object.assign(new Check(), value), {
    whitelist: true,
    forbidNonWhitelisted: true,
    stopAtFirstError: true,
  });
  if (errors.length === 0) return kind === "day" ? dayPageFault(value as { id: string; date: string }) : undefined;
  const first = errors[0] as ValidationError;
  return Object.values(first.constraints ?? { unknown: `${first.property} is wrong` })[0];
}

function dayPageFault({ id, date }: { id: string; date: string }): string | undefined {
  return id === `day-${date}` ? undefined : "its id and its date disagree";
}

/** Takes a value for a record after `faultOf` found nothing wrong with it. */
export function asRecord(value: unknown): PensumRecord {
  return value as PensumRecord;
}
