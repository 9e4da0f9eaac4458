"use client";
import { ChevronDown, ChevronUp, X } from "lucide-react";
import { useState } from "react";
import { saveSettings } from "@/core/commands";
import { newId, type Review } from "@/core/model";
import { reviews, type stepsOfReview } from "@/core/plan";
import { AddField } from "@/ui/AddField";
import { useAct, useSettings } from "@/ui/workspaceContext";

type Steps = ReturnType<typeof stepsOfReview>;

interface StepListProps {
  review: Review;
  steps: Steps;
  here: string;
  onChoose: (step: string) => void;
}

/** The steps of a review: which were gone through, which is the present one; they can be put in another order, taken out and added to. */
export function StepList({ review, steps, here, onChoose }: StepListProps) {
  const settings = useSettings();
  const act = useAct();
  const [isChanging, setChanging] = useState(false);
  const [isOpen, setOpen] = useState(false);
  const { way } = review;
  const keep = (next: Steps) => {
    const ready = new Set(reviews[way].steps.map(({ id }) => id));
    const stored = next.map((step) => (ready.has(step.id) ? { id: step.id } : step));
    act(saveSettings, { reviewSteps: { ...settings.reviewSteps, [way]: stored } });
  };
  const move = (at: number, by: 1 | -1) => {
    const next = [...steps];
    const [step] = next.splice(at, 1);
    next.splice(at + by, 0, step!);
    keep(next);
  };
  const left = reviews[way].steps.filter(({ id }) => !steps.some((step) => step.id === id));
  return (
    <nav aria-label="Steps" className={`review-steps ${isOpen || isChanging ? "is-open" : ""}`}>
      <h2 className="px-[18px] pt-5 font-words text-[19px] leading-7 font-semibold">{review.title}</h2>
      <ol className="mt-3">
        {steps.map((step, at) => {
          const state = review.steps.includes(step.id) ? "done" : review.skipped.includes(step.id) ? "skipped" : "";
          return (
            <li key={step.id} className={`review-line ${step.id === here ? "is-here" : ""}`}>
              <button
                className="flex min-h-8 min-w-0 flex-1 items-baseline gap-3 text-left"
                aria-current={step.id === here ? "step" : undefined}
                onClick={() => onChoose(step.id)}
              >
                <span className="w-4 flex-none font-words text-ink-2">{at + 1}</span>
                <span className={`min-w-0 break-words ${state === "" ? "font-semibold" : "text-ink-2 line-through"}`}>
                  {step.title}
                </span>
                {state === "skipped" && <span className="ml-auto flex-none text-small text-ink-2">skipped</span>}
              </button>
              {isChanging && (
                <span className="flex flex-none">
                  <button
                    className="button-quiet"
                    aria-label={`Move “${step.title}” up`}
                    disabled={at === 0}
                    onClick={() => move(at, -1)}
                  >
                    <ChevronUp size={14} aria-hidden />
                  </button>
                  <button
                    className="button-quiet"
                    aria-label={`Move “${step.title}” down`}
                    disabled={at === steps.length - 1}
                    onClick={() => move(at, 1)}
                  >
                    <ChevronDown size={14} aria-hidden />
                  </button>
                  <button
                    className="button-quiet"
                    aria-label={`Remove “${step.title}”`}
                    disabled={steps.length === 1}
                    onClick={() => keep(steps.toSpliced(at, 1))}
                  >
                    <X size={14} aria-hidden />
                  </button>
                </span>
              )}
            </li>
          );
        })}
      </ol>
      <div className="grid justify-items-start gap-1 px-[18px] pt-3">
        <button className="review-more link min-h-6" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? "Show this step only" : `Show all ${steps.length} steps`}
        </button>
        <button className="link min-h-6" aria-expanded={isChanging} onClick={() => setChanging(!isChanging)}>
          {isChanging ? "That is it" : "Change the steps"}
        </button>
        {isChanging && (
          <>
            {left.map((step) => (
              <button key={step.id} className="link min-h-6" onClick={() => keep([...steps, step])}>
                Add “{step.title}”
              </button>
            ))}
            <AddField
              label="A step of your own"
              className="w-full"
              onAdd={(title) => keep([...steps, { id: newId(), title }])}
            />
          </>
        )}
      </div>
    </nav>
  );
}
