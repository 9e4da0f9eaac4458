import { StateEffect, StateField, type ChangeDesc, type Transaction } from "@codemirror/state";

/** A stretch of the document, in characters. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Says that the words of a stretch are words, whatever they look like. */
export const keepWords = StateEffect.define<Stretch>({
  map: ({ from, to }, changes) => ({ from: changes.mapPos(from), to: changes.mapPos(to) }),
});

/** What is typed at one time and what is chosen from a list is read; what was there before, or was pasted as lines, is not. */
export const typedWords = StateField.define<readonly Stretch[]>({
  create: () => [],
  update(stretches, transaction) {
    let next = transaction.docChanged ? moved(stretches, transaction.changes) : stretches;
    if (
      transaction.isUserEvent("input.type") ||
      transaction.isUserEvent("input.complete") ||
      isPastedWords(transaction)
    )
      transaction.changes.iterChangedRanges((_fromA, _toA, from, to) => {
        if (to > from) next = joined([...next, { from, to }]);
      });
    for (const effect of transaction.effects) if (effect.is(keepWords)) next = without(next, effect.value);
    return next;
  },
});

function isPastedWords(transaction: Transaction): boolean {
  return transaction.isUserEvent("input.paste") && transaction.newDoc.lines === transaction.startState.doc.lines;
}

function moved(stretches: readonly Stretch[], changes: ChangeDesc): readonly Stretch[] {
  return stretches.flatMap(({ from, to }) => {
    const stretch = { from: changes.mapPos(from, 1), to: changes.mapPos(to, -1) };
    return stretch.to > stretch.from ? [stretch] : [];
  });
}

function joined(stretches: readonly Stretch[]): Stretch[] {
  const inOrder = stretches.toSorted((one, other) => one.from - other.from);
  const result: Stretch[] = [];
  for (const stretch of inOrder) {
    const last = result.at(-1);
    if (last && stretch.from <= last.to)
      result[result.length - 1] = { from: last.from, to: Math.max(last.to, stretch.to) };
    else result.push(stretch);
  }
  return result;
}

function without(stretches: readonly Stretch[], out: Stretch): Stretch[] {
  return stretches
    .flatMap(({ from, to }) => [
      { from, to: Math.min(to, out.from) },
      { from: Math.max(from, out.to), to },
    ])
    .filter(({ from, to }) => to > from);
}
