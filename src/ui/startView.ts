"use client";
import { deviceChoice } from "./deviceChoice";

/** How far somebody has come with setting up, on this device. */
export interface StartView {
  /** The step that is shown, from 0. */
  readonly step: number;
  /** Whether the steps of a first day stand above the rooms. */
  readonly isFirstDay: boolean;
}

export const startView = deviceChoice<StartView>(
  "pensum-start",
  { step: 0, isFirstDay: false },
  ({ step, isFirstDay }) => ({
    step: typeof step === "number" && step >= 0 && step < 10 ? Math.floor(step) : 0,
    isFirstDay: isFirstDay === true,
  }),
);
