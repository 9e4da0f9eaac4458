"use client";
import { addDays } from "@/core/time";
import { DayLog } from "@/panels/day/DayLog";
import { DayPortion } from "@/panels/day/DayPortion";
import { GatherPanel } from "@/panels/gather/GatherPanel";
import { type StepView } from "./stepParts";
import { LeftOverStep, EventsStep, TicksStep, LeftStep, LineStep } from "./daySteps";
import { OneProjectStep, ProjectHoursStep, ProjectsStep } from "./ProjectsStep";
import {
  WithoutDayStep,
  GoalsStep,
  PatternStep,
  RepeatingStep,
  OverfullStep,
  HoursStep,
  CoursesStep,
} from "./weekSteps";

export const stepViews: Readonly<Record<string, StepView>> = {
  leftOver: { question: "What of earlier days still matters?", Body: LeftOverStep },
  events: { question: "What is fixed today, and how full is the day?", Body: EventsStep },
  aims: {
    question: "What makes this day a success?",
    Body: ({ review, today }) => <DayPortion date={review.from} today={today} />,
  },
  ticks: { question: "What was done today?", Body: TicksStep },
  gaps: { question: "Where did the hours go?", Body: ({ review }) => <DayLog date={review.from} /> },
  left: { question: "What is left, and when will it be done?", Body: LeftStep },
  line: { question: "How did it go, in a line?", Body: LineStep },
  tomorrow: {
    question: "What comes first tomorrow?",
    Body: ({ review, today }) => <DayPortion date={addDays(review.from, 1)} today={today} />,
  },
  inbox: { question: "What is in the inbox?", Body: () => <GatherPanel /> },
  projects: { question: "Is each project still going where it should?", Body: ProjectsStep },
  project: { question: "Is it still going where it should, and what comes next?", Body: OneProjectStep },
  projectHours: { question: "Where did its hours go?", Body: ProjectHoursStep },
  withoutDay: { question: "Which open tasks have no day?", Body: WithoutDayStep },
  goals: { question: "What should next week come to?", Body: (props) => <GoalsStep {...props} span="week" /> },
  monthGoals: { question: "What should next month come to?", Body: (props) => <GoalsStep {...props} span="month" /> },
  pattern: { question: "Does next week begin from your ideal one?", Body: PatternStep },
  repeating: { question: "Does the repeating work have its hours?", Body: RepeatingStep },
  overfull: { question: "Which days are too full?", Body: OverfullStep },
  hours: { question: "Where did the hours go?", Body: HoursStep },
  courses: { question: "How do the goals stand?", Body: CoursesStep },
};
