import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  registerDecorator,
  validateSync,
} from "class-validator";
import { isDate, isMoment } from "../time";
import { conditionFault } from "./conditionFault";
import { emptyValue, fieldFault, isRange, longestText, type Field } from "./fields";
import { idShape } from "./ids";
import { clockPhases } from "./clock";
import { chartShapes, datePeriods, doneShown, lensLooks, totalWays } from "./lens";
import { ownTypes, summaryWays } from "./ownFields";
import { storedFields, type KeptKind } from "./kinds";
import { pullParts, type Kind, type PensumRecord } from "./records";
import { dyes } from "./values";

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
const IsMomentText = rule("isMomentText", "is not a date and time like 2026-11-24T09:30", isMoment);
const IsAfterStart = rule(
  "isAfterStart",
  "is not after the start",
  (end, whole) =>
    typeof end === "string" &&
    typeof whole.start === "string" &&
    (isMoment(end) && isMoment(whole.start)
      ? end > whole.start
      : isDate(end) && isDate(whole.start) && end >= whole.start),
);
const IsWorkingWeek = rule("isWorkingWeek", "is not a valid week of working hours", (week) => {
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

const sourceKeys = ["path", "frontMatter", "unknown", "uid", "calendar"];
const occasions = ["dayBegins", "added", "changed", "due", "late"];
type Shape = Record<string, unknown>;
const isShape = (value: unknown): value is Shape =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const isText = (value: unknown) => typeof value === "string" && value.length <= 5000;
const isListOf = (value: unknown, most: number, holds: (one: Shape) => boolean) =>
  Array.isArray(value) && value.length <= most && value.every((one) => isShape(one) && holds(one));
const isShortText = (value: unknown) => value === undefined || (typeof value === "string" && value.length <= 16);
const isOptional = (value: unknown, of: readonly unknown[]) => value === undefined || of.includes(value);

const isMinute = (value: unknown) => Number.isInteger(value) && (value as number) >= 0 && (value as number) <= 1440;
const IsPatterns = rule("isPatterns", "is not a list of patterns", (value) =>
  isListOf(
    value,
    40,
    ({ id, title, hours }) =>
      isText(id) &&
      isText(title) &&
      isListOf(
        hours,
        500,
        ({ weekday, startMinute, endMinute, theme }) =>
          [1, 2, 3, 4, 5, 6, 7].includes(weekday as number) &&
          isMinute(startMinute) &&
          isMinute(endMinute) &&
          (endMinute as number) > (startMinute as number) &&
          (theme === undefined || isText(theme)),
      ),
  ),
);
const IsPatternWeeks = rule(
  "isPatternWeeks",
  "does not assign patterns to weeks",
  (value) => isTexts(value) && Object.keys(value as Shape).every(isDate),
);
const IsAxes = rule(
  "isAxes",
  "does not name the fields of the axes",
  (value) => isTexts(value) && Object.keys(value as Shape).every((key) => ["across", "up", "from", "to"].includes(key)),
);
const IsLensChart = rule(
  "isLensChart",
  "does not say what a chart draws",
  (value) =>
    isShape(value) &&
    (chartShapes as readonly unknown[]).includes(value.shape) &&
    (value.of === undefined || isText(value.of)) &&
    (value.total === undefined || (totalWays as readonly unknown[]).includes(value.total)),
);
const isDye = (value: unknown) => (dyes as readonly unknown[]).includes(value);
const IsCalendarDyes = rule(
  "isCalendarDyes",
  "does not assign dyes to calendars",
  (value) => isShape(value) && Object.values(value).every(isDye),
);
const IsLayers = rule("isLayers", "is not a list of lenses on the calendar", (value) =>
  isListOf(
    value,
    40,
    ({ lens, field, dye, end, dyeBy }) =>
      isText(lens) && isText(field) && isDye(dye) && [end, dyeBy].every((name) => name === undefined || isText(name)),
  ),
);
const IsDoneMark = rule(
  "isDoneMark",
  "does not say which field means done",
  (value) => isShape(value) && isText(value.field) && (value.option === undefined || isText(value.option)),
);
const IsPullWeights = rule(
  "isPullWeights",
  "does not give every part of the pull a weight from 0 to 100",
  (weights) =>
    isShape(weights) &&
    pullParts.every((part) => typeof weights[part] === "number" && weights[part] >= 0 && weights[part] <= 100),
);

const isAmount = (value: unknown, most: number) =>
  Number.isInteger(value) && (value as number) >= 0 && (value as number) <= most;
const IsReviewSteps = rule(
  "isReviewSteps",
  "is not a list of steps for each review",
  (value) =>
    isShape(value) &&
    Object.values(value).every((steps) =>
      isListOf(steps, 50, (step) => isText(step.id) && (step.title === undefined || isText(step.title))),
    ),
);
const IsBoards = rule("isBoards", "is not a list of boards", (value) =>
  isListOf(
    value,
    100,
    ({ id, title, questions, span, way, beside }) =>
      [id, title, way, beside].every(isText) &&
      Array.isArray(questions) &&
      questions.length <= 500 &&
      questions.every(isText) &&
      (isText(span) || (isShape(span) && isDate(span.from) && isDate(span.to) && span.from <= span.to)),
  ),
);
const IsRhythms = rule("isRhythms", "is not a list of rhythms", (value) =>
  isListOf(
    value,
    40,
    ({ id, title, workMinutes, breakMinutes, longBreakMinutes, longAfter }) =>
      isText(id) &&
      isText(title) &&
      isAmount(workMinutes, 1440) &&
      (workMinutes as number) > 0 &&
      isAmount(breakMinutes, 1440) &&
      isAmount(longBreakMinutes, 1440) &&
      isAmount(longAfter, 100),
  ),
);
const IsSharpHours = rule(
  "isSharpHours",
  "is not a stretch of a day",
  (value) =>
    isShape(value) &&
    isMinute(value.startMinute) &&
    isMinute(value.endMinute) &&
    (value.endMinute as number) > (value.startMinute as number),
);
const isInstant = (value: unknown) => value === undefined || Number.isSafeInteger(value);
const IsClockRun = rule(
  "isClockRun",
  "does not say what the clock does",
  (value) =>
    isShape(value) &&
    clockPhases.includes(value.phase as never) &&
    isTexts(value.on) &&
    Number.isSafeInteger(value.since) &&
    [value.until, value.wholeMs, value.workedMs, value.leftMs, value.sittings].every(isInstant) &&
    [value.entry, value.rhythm].every((id) => id === undefined || isText(id)) &&
    (value.phase === "work") === (value.entry !== undefined) &&
    (value.phase !== "break" || value.until !== undefined),
);

const IsOptions = rule("isOptions", "is not a list of choices", (value) =>
  isListOf(
    value,
    500,
    ({ id, title, dye, icon }) => isText(id) && isText(title) && isOptional(dye, dyes) && isShortText(icon),
  ),
);
const IsSummary = rule(
  "isSummary",
  "is not a summary",
  (value) =>
    isShape(value) &&
    isText(value.register) &&
    isText(value.link) &&
    isOptional(value.forward, [true, false]) &&
    summaryWays.includes(value.way as never) &&
    (value.of === undefined || isText(value.of)),
);
const IsCondition = rule("isCondition", "is not a condition", (value) => conditionFault(value) === undefined);
const IsGroups = rule("isGroups", "is not a list of up to two groupings", (value) =>
  isListOf(value, 2, ({ field, by }) => isText(field) && isOptional(by, datePeriods)),
);
const IsSorts = rule("isSorts", "is not a list of sortings", (value) =>
  isListOf(value, 20, ({ field, descending }) => isText(field) && isOptional(descending, [true, false])),
);
const IsShown = rule("isShown", "is not a list of columns", (value) =>
  isListOf(
    value,
    300,
    ({ field, width, total }) =>
      isText(field) &&
      (width === undefined || (typeof width === "number" && width >= 20 && width <= 3000)) &&
      isOptional(total, totalWays),
  ),
);
const isTexts = (value: unknown) => isShape(value) && Object.values(value).every((text) => typeof text === "string");
const IsSource = rule(
  "isSource",
  "does not say where it comes from",
  (value) => isTexts(value) && Object.keys(value as Shape).every((key) => sourceKeys.includes(key)),
);
const IsMadeFrom = rule(
  "isMadeFrom",
  "does not say what it was made from",
  (value) => isShape(value) && isText(value.template) && typeof value.text === "string" && isTexts(value.fills),
);
const IsFields = rule("isFields", "is not a list of values", (value) => isShape(value));
const IsOccasion = rule(
  "isOccasion",
  "is not a valid occasion",
  (value) =>
    isShape(value) &&
    occasions.includes(value.on as never) &&
    (value.field === undefined ? value.on !== "due" && value.on !== "late" : isText(value.field)),
);
const stepParts: Readonly<Record<string, readonly string[]>> = {
  set: ["field", "to"],
  dayPage: [],
  carry: ["days"],
  make: ["template"],
  notify: ["words"],
};
const IsSteps = rule("isSteps", "is not a list of actions", (value) =>
  isListOf(value, 50, (step) => {
    const parts = typeof step.do === "string" && Object.hasOwn(stepParts, step.do) ? stepParts[step.do] : undefined;
    return parts?.every((part) => (part === "days" ? Number.isInteger(step.days) : isText(step[part]))) ?? false;
  }),
);
const IsNumbers = rule(
  "isNumbers",
  "is not a table of numbers",
  (value) => isShape(value) && Object.values(value).every((number) => Number.isFinite(number)),
);

const longest = longestText;
const IsId = () => Matches(idShape, { message: "$property is not an id" });
class RecordCheck {
  @IsId() id!: string;
  @IsString() kind!: string;
}
class KeptCheck extends RecordCheck {
  @IsString() @MaxLength(longest) text!: string;
  @IsOptional() @IsSource() source?: unknown;
  @IsOptional() @IsMadeFrom() madeFrom?: unknown;
}
class TitledCheck extends KeptCheck {
  @IsString() @MaxLength(longest) title!: string;
}
class RegisterCheck extends TitledCheck {
  @IsString() @MaxLength(200) one!: string;
  @IsNumber() order!: number;
  @IsOptional() @IsString() @MaxLength(5000) titleFormula?: string;
  @IsOptional() @IsDoneMark() done?: unknown;
}
class FieldCheck extends TitledCheck {
  @IsString() @MaxLength(64) register!: string;
  @Matches(/^[a-zA-Z][a-zA-Z0-9_]{0,63}$/, { message: "$property is not a field's name" }) name!: string;
  @IsOptional() @IsIn(ownTypes) type?: string;
  @IsNumber() order!: number;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(longest, { each: true })
  formerTitles?: string[];
  @IsOptional() @IsBoolean() hidden?: boolean;
  @IsOptional() @IsBoolean() removed?: boolean;
  @IsOptional() @IsOptions() options?: unknown;
  @IsOptional() @IsString() @MaxLength(40) unit?: string;
  @IsOptional() @IsInt() @Min(0) @Max(10) decimals?: number;
  @IsOptional() @IsString() @MaxLength(64) target?: string;
  @IsOptional() @IsBoolean() many?: boolean;
  @IsOptional() @IsString() @MaxLength(200) backTitle?: string;
  @IsOptional() @IsString() @MaxLength(5000) formula?: string;
  @IsOptional() @IsSummary() summary?: unknown;
  @IsOptional() @IsString() @MaxLength(5000) start?: string;
}
class LensCheck extends TitledCheck {
  @IsArray() @ArrayMaxSize(40) @IsString({ each: true }) registers!: string[];
  @IsCondition() where!: unknown;
  @IsIn(doneShown) done!: string;
  @IsGroups() groups!: unknown;
  @IsSorts() sorts!: unknown;
  @IsShown() shown!: unknown;
  @IsIn(lensLooks) look!: string;
  @IsOptional() @IsAxes() axes?: unknown;
  @IsOptional() @IsLensChart() chart?: unknown;
  @IsArray() @IsString({ each: true }) folded!: string[];
  @IsOptional() @IsNumbers() limits?: unknown;
  @IsOptional() @IsNumbers() byHand?: unknown;
  @IsNumber() order!: number;
}
class TemplateCheck extends TitledCheck {
  @IsString() @MaxLength(64) register!: string;
  @IsString() @MaxLength(20_000) naming!: string;
  @IsFields() fields!: unknown;
  @IsNumber() order!: number;
  @IsOptional() @IsIn([true]) beginsDays?: true;
  @IsOptional() @IsDateText() begunOn?: string;
}
class StandingOrderCheck extends TitledCheck {
  @IsBoolean() active!: boolean;
  @IsString() @MaxLength(64) register!: string;
  @IsOccasion() when!: unknown;
  @IsCondition() where!: unknown;
  @IsSteps() steps!: unknown;
  @IsOptional() @IsDateText() lookedOn?: string;
  @IsNumber() order!: number;
}
class OrderRunCheck extends TitledCheck {
  @IsId() standingOrder!: string;
  @IsMomentText() at!: string;
  @IsString() @MaxLength(longest) changes!: string;
  @IsOptional() @IsBoolean() undone?: boolean;
}
class ClockCheck extends KeptCheck {
  @IsOptional() @IsClockRun() run?: unknown;
}
class SettingsCheck extends RecordCheck {
  @IsWorkingWeek() workingWeek!: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(7) firstWeekday?: number;
  @IsOptional() @IsBoolean() hour12?: boolean;
  @IsBoolean() showWeekNumbers!: boolean;
  @IsInt() @Min(1) @Max(60) snapMinutes!: number;
  @IsPriorities() priorities!: unknown;
  @IsOptional() @IsPatterns() patterns?: unknown;
  @IsOptional() @IsPatternWeeks() patternWeeks?: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(240) bufferMinutes?: number;
  @IsOptional() @IsInt() @Min(0) @Max(1440) longestRunMinutes?: number;
  @IsOptional() @IsPullWeights() pullWeights?: unknown;
  @IsOptional() @IsId() me?: string;
  @IsOptional() @IsSharpHours() sharpHours?: unknown;
  @IsOptional() @IsInt() @Min(0) @Max(1440) remindOfEvents?: number;
  @IsOptional() @IsInt() @Min(0) @Max(1440) remindOfBlocks?: number;
  @IsOptional() @IsInt() @Min(0) @Max(60) roundMinutes?: number;
  @IsOptional() @IsBoolean() countLearnt?: boolean;
  @IsOptional() @IsReviewSteps() reviewSteps?: unknown;
  @IsOptional() @IsRhythms() rhythms?: unknown;
  @IsOptional() @IsCalendarDyes() calendarDyes?: unknown;
  @IsOptional() @IsBoards() boards?: unknown;
  @IsOptional() @IsLayers() layers?: unknown;
}

/** Asks `fieldFault`, so that what a field may hold is said once, for what is typed and for what is read. */
function HoldsField(field: Field): PropertyDecorator {
  return (target, property) =>
    registerDecorator({
      name: "holdsField",
      target: target.constructor,
      propertyName: property as string,
      validator: {
        validate: (value) => fieldFault(field, value) === undefined,
        defaultMessage: (given) => withoutStop(fieldFault(field, given?.value) ?? field.label),
      },
    });
}

const withoutStop = (sentence: string) => sentence.replace(/\.$/, "");

/** The check of a kind of what people keep, composed from its description. */
function checkOf(kind: KeptKind): new () => RecordCheck {
  class DescribedCheck extends KeptCheck {}
  const fields = DescribedCheck.prototype as object;
  for (const field of storedFields[kind]) {
    const { name, type } = field;
    const required = field.required ?? emptyValue(field) !== undefined;
    if (name === "end") {
      if (!required) IsOptional()(fields, name);
      IsAfterStart()(fields, name);
    }
    // A title that was left empty is no reason to refuse a record; one that is missing is.
    else if (type === "title") {
      IsString()(fields, name);
      HoldsField({ ...field, required: false })(fields, name);
    } else {
      if (!required) IsOptional()(fields, name);
      HoldsField({ ...field, required })(fields, name);
    }
  }
  return DescribedCheck;
}

const checks: Record<Kind, new () => RecordCheck> = {
  ...(Object.fromEntries((Object.keys(storedFields) as KeptKind[]).map((kind) => [kind, checkOf(kind)])) as Record<
    KeptKind,
    new () => RecordCheck
  >),
  register: RegisterCheck,
  field: FieldCheck,
  lens: LensCheck,
  template: TemplateCheck,
  standingOrder: StandingOrderCheck,
  orderRun: OrderRunCheck,
  clock: ClockCheck,
  settings: SettingsCheck,
};

/**
 * What is wrong with a value that should be a record, in one sentence, or undefined when it is one. Fields that no
 * kind knows count as wrong, so that nothing is dropped unseen.
 */
export function faultOf(value: unknown): string | undefined {
  const faults = faultsOf(value);
  if (typeof faults === "string") return faults;
  const [first] = faults;
  return first?.[1];
}

/** The same for each field, by its name; or a sentence where the value is no record at all. */
export function faultsOf(value: unknown): ReadonlyMap<string, string> | string {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return "it is not a record";
  const { kind } = value as { kind?: unknown };
  const Check = typeof kind === "string" && Object.hasOwn(checks, kind) ? checks[kind as Kind] : undefined;
  if (!Check) return `its kind ${JSON.stringify(kind) ?? "is missing"} is unknown`;
  const faults = new Map<string, string>();
  const builtIn: [string, unknown][] = [];
  for (const [name, held] of Object.entries(value))
    if (!ownName.test(name)) builtIn.push([name, held]);
    else if (!isOwnValue(held)) faults.set(name, `${name} contains a value that no field can have`);
  const errors = validateSync(Object.assign(new Check(), Object.fromEntries(builtIn)), {
    whitelist: true,
    forbidNonWhitelisted: true,
    stopAtFirstError: true,
  });
  for (const { property, constraints } of errors)
    faults.set(property, Object.values(constraints ?? { unknown: `${property} is wrong` })[0] as string);
  if (faults.size === 0 && kind === "day") {
    const { id, date } = value as { id: string; date: string };
    if (id !== `day-${date}`) return "its id does not match its date";
  }
  return faults;
}

const ownName = /^f_[a-z0-9]{1,40}$/;

function isOwnValue(value: unknown): boolean {
  if (typeof value === "string") return value.length <= longest;
  if (typeof value === "number") return Number.isFinite(value);
  if (Array.isArray(value)) return value.length <= 5000 && (value.every(isText) || isRange(value));
  return typeof value === "boolean";
}

/** Takes a value for a record after `faultOf` found nothing wrong with it. */
export function asRecord(value: unknown): PensumRecord {
  return value as PensumRecord;
}
