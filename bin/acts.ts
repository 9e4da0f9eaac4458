import { readFileSync } from "node:fs";
import { commandNamed, commands } from "@/core/acts";
import { told } from "@/core/model";
import { isEmpty, type Command } from "@/core/store";
import type { Clock } from "@/core/time";
import { say, Wrong, type Asked } from "./asked";
import { finish } from "./days";
import { openFile } from "./workspace";

/** What can be told in so many words on a command line. Some commands take what only a program makes: they have no place here. */
const written = [...commands.values()]
  .filter(({ input }) => told.isWritten(input))
  .sort((a, b) => a.name.localeCompare(b.name));

/** Lists what can be done: all of it, what has some words in it, or one act with all that it takes. */
export function listActs(words: readonly string[], asked: Asked): number {
  const [name] = words;
  const one = written.find((command) => command.name === name);
  const found = one
    ? [one]
    : written.filter(({ name, does }) =>
        words.every((word) => `${name} ${does}`.toLowerCase().includes(word.toLowerCase())),
      );
  if (found.length === 0) throw new Wrong(`There is no act with “${words.join(" ")}” in its name or its words.`);
  const widest = Math.max(...found.map(({ name }) => name.length));
  say(
    asked,
    found.map(({ name, does, input }) => ({ name, does, takes: told.inputWords(input) })),
    found
      .map(({ name, does, input }) =>
        found.length === 1
          ? `${name}: ${does}\nIt takes ${told.inputWords(input)}.\n`
          : `${name.padEnd(widest)}  ${does}\n`,
      )
      .join(""),
  );
  return 0;
}

/** Does an act by its name, with its input as JSON; `-` reads it from standard input. */
export async function doAct(path: string, words: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const [name, text] = words;
  const command = name === undefined ? undefined : commandNamed(name);
  if (!command) throw new Wrong(`There is no act “${name ?? ""}”. \`pensum acts\` lists them.`);
  if (!told.isWritten(command.input)) throw new Wrong(`“${command.name}” takes what only Pensum itself makes.`);
  const takes = `${command.name} takes ${told.inputWords(command.input)}.`;
  if (text === undefined) throw new Wrong(`What it is done with is missing. ${takes}`);
  const given = inputOf(command.input, text === "-" ? readFileSync(0, "utf8") : text, takes);
  const file = await openFile(path, clock);
  const { said, changes } = file.store.act(command, given);
  return finish(file, said, { changed: !isEmpty(changes) }, asked);
}

/** @throws Wrong where it is no JSON, or has parts that the input does not know */
function inputOf(input: Command<unknown>["input"], json: string, takes: string): unknown {
  try {
    return told.writtenInput(input, JSON.parse(json) as unknown);
  } catch (error) {
    throw new Wrong(`${error instanceof Error ? error.message : String(error)} ${takes}`);
  }
}
