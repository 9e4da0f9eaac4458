import type { CaptureContext, Found } from "./found";

const mostNameWords = 3;
const nameWord = "[\\p{L}][\\p{L}\\p{N}'’.-]*";
const withSomebody = /(?<![\p{L}\d])with\s+/giu;

/** "with Ines and Bo": people that are known. Their names stay in the title too. */
export function* peopleParts(text: string, context: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(withSomebody)) {
    let at = found.index + found[0].length;
    let begins = found.index;
    for (;;) {
      const words =
        new RegExp(`^${nameWord}(?:[ ]${nameWord}){0,${mostNameWords - 1}}`, "u")
          .exec(text.slice(at))?.[0]
          .split(" ") ?? [];
      let person: { id: string; title: string } | undefined;
      let length = 0;
      for (let count = words.length; count > 0 && !person; count--) {
        const name = words
          .slice(0, count)
          .join(" ")
          .replace(/[.,]+$/, "");
        person = context.person(name);
        if (person) length = name.length;
      }
      if (!person) break;
      const { title } = person;
      yield {
        ...{ what: "person", from: begins, to: at + length, meaning: title, stays: true },
        apply: (draft) => void (draft.people = [...new Set([...draft.people, title])]),
      };
      const joint = /^(?:\s*,\s*(?:and\s+)?|\s+and\s+|\s*&\s*)/.exec(text.slice(at + length));
      if (!joint) break;
      at += length + joint[0].length;
      begins = at;
    }
  }
}

const capitalName = /^\p{Lu}[\p{L}.'’-]*(?:\s+\p{Lu}[\p{L}.'’-]*){0,2}/u;

/** "lunch with Kay": names of company that nobody has yet, for whom a person can be made. */
export function newNames(text: string, context: CaptureContext): string[] {
  const names = [...text.matchAll(withSomebody)].flatMap((found) => {
    const name = capitalName.exec(text.slice(found.index + found[0].length))?.[0].replace(/[.'’-]+$/, "");
    // "With Kay's team" is company of others.
    return name === undefined || /['’]s(?!\p{L})/u.test(name) || context.person(name) ? [] : [name];
  });
  return [...new Set(names)];
}

const notPlaces = "with|on|for|and|to|from|about|by|before|after|until|every|each|at|in|of|due|next|this";
const placeWords = `(?!(?:${notPlaces})\\b)[\\p{L}][\\p{L}\\p{N}'’-]*`;
const atPlace = new RegExp(
  `(?<![\\p{L}\\d])(?:at|in)\\s+(?<place>(?:the|my|our)\\s+${placeWords}(?:\\s+${placeWords}){0,2}|(?=\\p{Lu})${placeWords}(?:\\s+(?=[\\p{Lu}\\d])(?:${placeWords}|\\d+)){0,3}|(?:room|office|hall)\\s+[\\p{L}\\d]+)(?![\\p{L}\\d])`,
  "giu",
);
const notThePlace =
  /^(?:the|my|our)\s+(?:same|latest|moment|end|beginning|start|weekend|time|morning|afternoon|evening|night|week|month|year|day|meantime|least|most|first|last)\b/i;

/** "at the mill", "in Room 4": where something is. */
export function* placeParts(text: string): Generator<Found> {
  for (const found of text.matchAll(atPlace)) {
    const place = found.groups!.place!;
    // Capitals are matched by hand: the shape itself looks at letters whatever their case.
    if (notThePlace.test(place) || !(/^(?:the|my|our|room|office|hall)\s/i.test(place) || /^\p{Lu}/u.test(place)))
      continue;
    yield {
      ...{ what: "place", fills: ["place"], from: found.index, to: found.index + found[0].length, meaning: place },
      apply: (draft) => void (draft.place = place),
    };
  }
}

const meets =
  /(?<!\p{L})(?:meeting|meet|meet-?up|lunch|dinner|breakfast|brunch|coffee|tea|appointment|interview|concert|party|wedding|funeral|birthday|workshop|lecture|seminar|class|lesson|webinar|conference|flight|dentist|doctor|picnic|rehearsal|match|ceremony|drinks|stand-?up|barbecue|exam|hearing|talk|tour|play|opera|film|choir|1:1|one-on-one|sync|catch-?up|kick-?off|retro(?:spective)?|town hall|haircut|massage|physio)(?!\p{L})/iu;
const calls = /(?<!\p{L})(?:call|phone call|video call)(?!\p{L})/iu;
const wholeDays = /(?<!\p{L})(?:birthday|holidays?|bank holiday|vacation|leave|anniversary|fair|festival)(?!\p{L})/iu;
/** Verbs of work in front: what follows is to be done, whatever it is about. */
const works =
  /^(?:prepare|book|write|send|order|plan|cancel|buy|read|draft|review|check|fix|clean|pack|organi[sz]e|make|finish|ring|measure|survey|water|collect|bring|fetch|pick|drop|pay|mail|e-?mail|reply|answer|study|learn|practi[sc]e|print|scan|sort|file|tidy|wash|cook|install|test|update|upload|submit|count|plant|cut|mow|paint|repair|mend|move|load|empty|charge|replace|inspect|sample|take|photograph|map|analy[sz]e|edit|translate|revise|outline|rewrite|sketch|design|code|build|deploy|ask|tell|find|look|get|give|put|set|start|begin|do|try|go through|work|think|research|compare|confirm|arrange|invite|move|note|record|register|renew|return|rest|sign|sell|share|show|stretch|think|train for|type|visit the site)(?!\p{L})/iu;

const withName = /(?<!\p{L})with\s+(?:Dr\.?\s+|Mr\.?\s+|Mrs\.?\s+|Ms\.?\s+)?\p{Lu}\p{L}/u;

/** Whether a line is about a call, which takes less time than other events. */
export function isCall(title: string): boolean {
  return calls.test(title);
}

/** Whether a line reads like something that happens at its time, which others count on, and not like work to be done. */
export function readsLikeEvent(
  title: string,
  said: {
    readonly atHour: boolean;
    readonly days: boolean;
    readonly day: boolean;
    readonly length: boolean;
    readonly company: boolean;
    readonly place: boolean;
  },
): boolean {
  if (works.test(title)) return false;
  if (said.days) return true;
  if (!said.atHour) return said.day && wholeDays.test(title);
  return meets.test(title) || said.company || withName.test(title) || said.place || (calls.test(title) && !said.length);
}
