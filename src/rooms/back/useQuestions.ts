"use client";
import { useMemo } from "react";
import { keepBoard } from "@/core/commands/boards";
import type { InsightBoard, Lens } from "@/core/model";
import { useAct, useSettings } from "@/ui/workspaceContext";
import { askedOf, backView, insightNames, type Asked } from "./backView";

/** Which questions are asked of the past, and of which days: as chosen on this device, or as a board keeps them. */
export interface Questions {
  readonly board: InsightBoard | undefined;
  readonly asked: Asked;
  /** Names of those that come ready, ids of lenses of one's own; in the order in which they are shown. */
  readonly shown: readonly string[];
  change(next: Partial<Asked>): void;
  /** Asks a question, or no more. */
  toggle(question: string): void;
  /** Shows a question one place earlier; only a board has an order of its own. */
  moveUp(question: string): void;
}

/** @param own charts of one's own */
export function useQuestions(boardId: string | undefined, own: readonly Lens[]): Questions {
  const { boards } = useSettings();
  const act = useAct();
  const view = backView.use();
  const board = boards?.find(({ id }) => id === boardId);
  return useMemo(() => {
    const all = [...insightNames, ...own.map(({ id }) => id)];
    if (!board) {
      const { hidden, ...asked } = view;
      return {
        ...{ board, asked, shown: all.filter((one) => !hidden.includes(one)) },
        change: (next) => backView.choose({ ...view, ...next }),
        toggle: (question) =>
          backView.choose({
            ...view,
            hidden: hidden.includes(question) ? hidden.filter((one) => one !== question) : [...hidden, question],
          }),
        moveUp: () => {},
      };
    }
    const keep = (next: Partial<InsightBoard>) => act(keepBoard, { ...board, ...next }, { quiet: true });
    const { questions } = board;
    return {
      ...{ board, asked: askedOf(board), shown: questions.filter((one) => all.includes(one)) },
      change: keep,
      toggle: (question) =>
        keep({
          questions: questions.includes(question)
            ? questions.filter((one) => one !== question)
            : [...questions, question],
        }),
      moveUp: (question) => {
        // What is no more may stand between two that are shown.
        const shown = questions.filter((one) => all.includes(one));
        const at = shown.indexOf(question);
        if (at > 0) keep({ questions: shown.with(at - 1, question).with(at, shown[at - 1]!) });
      },
    };
  }, [board, view, own, act]);
}
