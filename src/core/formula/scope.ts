import type { Evaluate, FormulaNames } from "./frame";
import { FormulaError } from "./parse";
import { nothing } from "./trouble";
import { isContext } from "./values";

/** A path of names that begins at the record. */
export type Path = readonly string[];

/** What a scope gives: a name, or the entries of one thing of a list; with the path it was read by, if that is known. */
type Binding =
  | { readonly name: string; readonly slot: number; readonly path: Path | undefined }
  | { readonly item: number; readonly path: Path | undefined };

/** The names that hold at one place of a formula, from the innermost out. */
export class Scope<R> {
  readonly #outer: Scope<R> | undefined;
  readonly #binding: Binding | undefined;
  readonly #names: FormulaNames<R>;
  readonly depth: number;
  /** The names and paths of the record that were read, for dependencies; shared by all scopes of a formula. */
  readonly paths: Path[];

  private constructor(names: FormulaNames<R>, outer?: Scope<R>, binding?: Binding) {
    this.#names = names;
    this.#outer = outer;
    this.#binding = binding;
    this.depth = outer ? outer.depth + 1 : 0;
    this.paths = outer ? outer.paths : [];
  }

  static of<R>(names: FormulaNames<R>): Scope<R> {
    return new Scope(names);
  }

  /** A scope in which `name` is given. */
  with(name: string, path?: Path): { scope: Scope<R>; slot: number } {
    return { scope: new Scope(this.#names, this, { name, slot: this.depth, path }), slot: this.depth };
  }

  /** A scope in which the entries of one thing of a list are names. */
  withItem(path?: Path): { scope: Scope<R>; slot: number } {
    return { scope: new Scope(this.#names, this, { item: this.depth, path }), slot: this.depth };
  }

  /** Whether the name is given by the formula itself, and not a field of the record. */
  isLocal(name: string): boolean {
    const binding = this.#binding;
    if (!this.#outer || !binding) return false;
    if ("item" in binding) return name === "item" || this.#outer.isLocal(name);
    return binding.name === name || this.#outer.isLocal(name);
  }

  /** The path by which a name leads on from the record; undefined where that is not known. */
  pathOf(name: string): Path | undefined {
    const binding = this.#binding;
    if (!this.#outer || !binding) return [name];
    if ("item" in binding) return name === "item" ? binding.path : this.#outer.pathOf(name);
    return binding.name === name ? binding.path : this.#outer.pathOf(name);
  }

  /** How a name is read, or undefined when it is none. */
  find(name: string): Evaluate<R> | undefined {
    const binding = this.#binding;
    if (!this.#outer || !binding) {
      const read = this.#names.read(name);
      if (!read) return undefined;
      this.paths.push([name]);
      return (frame) => read(frame.record);
    }
    if ("name" in binding) {
      if (binding.name !== name) return this.#outer.find(name);
      const { slot } = binding;
      return (frame) => frame.locals[slot] ?? null;
    }
    const { item, path } = binding;
    if (path) this.paths.push([...path, name === "item" ? "*" : name]);
    const outer = this.#outer.find(name);
    if (name === "item")
      return (frame) => {
        const one = frame.locals[item] ?? null;
        // An entry that is called so is nearer than the whole.
        return isContext(one) ? (one.get("item") ?? one) : one;
      };
    return (frame) => {
      const one = frame.locals[item];
      const own = isContext(one) ? one.get(name) : undefined;
      if (own !== undefined) return own;
      return outer ? outer(frame) : nothing(`There is no “${name}”.`);
    };
  }

  /** @throws FormulaError when there is no such name */
  need(name: string, from: number, to: number): Evaluate<R> {
    const found = this.find(name);
    if (found) return found;
    const near = Object.keys(this.#names.shapes).find((known) => known.toLowerCase() === name.toLowerCase());
    const hint = near ? ` Did you mean “${near}”?` : "";
    throw new FormulaError({ from, to, message: `There is no field “${name}” here.${hint}` });
  }
}
