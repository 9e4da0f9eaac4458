import type { Draft } from "./draft";
import type { Found } from "./found";

const creating =
  /^\s*(?:please\s+)?(?:(?:can|could)\s+you\s+)?(?:please\s+)?(?:create|add|make|set\s+up|new)\s+(?:me\s+)?(?:an?\s+)?(?:new\s+)?(?<kind>task|to-?do|event|note)\b(?:\s+(?:to|for|that|called|about)\b|:)?\s*/i;
const reminding = /^\s*(?:please\s+)?remind\s+me\s+(?:to|that|about|of)\s+/i;
const remindingAt = /^\s*(?:please\s+)?remind\s+me\s+(?=(?<when>.{2,60}?)\s+(?<to>to|that|about|of)\s+\S)/i;
const remindingAtOnce =
  /^\s*(?:please\s+)?remind\s+me\s+(?=(?:at|on|in|next|every|today|tomorrow|tonight|(?:mon|tue|wed|thu|fri|sat|sun)\p{L}*)\s)/iu;
const needing =
  /^\s*(?:please\s+|remember\s+to\s+|(?:do\s+not|don['’]t)\s+forget\s+to\s+|i\s+(?:need|have|want|ought)\s+to\s+|i\s+(?:must|should)\s+|need\s+to\s+|to-?do:\s*)(?=\S)/i;
const moment =
  /\d|today|tomorrow|tonight|mon|tue|wed|thu|fri|sat|sun|week|month|noon|midnight|morning|afternoon|evening|half|quarter|in an? /i;

/** What the words mean that ask to be reminded, and not for hours. */
export const reminds = "remind me";

/** Words that ask for what the rest of a line says: "create a task to", "remind me at five to", "I need to". */
export function* askedParts(text: string): Generator<Found> {
  const made = creating.exec(text);
  if (made) {
    const name = made.groups!.kind!.toLowerCase();
    const kind: Draft["kind"] = name === "event" || name === "note" ? name : "task";
    yield {
      ...{
        what: "asked",
        fills: kind === "task" ? [] : ["kind"],
        from: 0,
        to: made[0].length,
        meaning: `add a ${kind}`,
      },
      apply: (draft) => void (draft.kind = kind),
    };
    return;
  }
  const plain = reminding.exec(text);
  const asks = (from: number, to: number): Found => ({
    ...{ what: "asked", from, to, meaning: reminds },
    apply: (draft) => void (draft.asksReminder = true),
  });
  if (plain) return yield asks(0, plain[0].length);
  const timed = remindingAt.exec(text);
  if (timed && moment.test(timed.groups!.when!)) {
    yield asks(0, timed[0].length);
    const from = timed[0].length + timed.groups!.when!.length;
    const words = /^\s+\S+\s+/.exec(text.slice(from))![0];
    yield asks(from, from + words.length);
    return;
  }
  const bare = remindingAtOnce.exec(text);
  if (bare && moment.test(text.slice(bare[0].length))) return yield asks(0, bare[0].length);
  const needed = needing.exec(text);
  if (needed) yield { what: "asked", from: 0, to: needed[0].length, meaning: "to do", apply: () => {} };
}
