import type { SyntaxNode, Tree } from "@lezer/common";
import { parser, trackVariables } from "lezer-feel";

/** What is wrong with a formula, and where: positions in its text. */
export interface FormulaFault {
  readonly from: number;
  readonly to: number;
  readonly message: string;
}

/** Thrown while a formula is compiled. */
export class FormulaError extends Error {
  override readonly name = "FormulaError";
  constructor(readonly fault: FormulaFault) {
    super(fault.message);
  }
}

/** How names look to the parser, which must know those that have spaces; nested names stand in nested objects. */
type NameShapes = Readonly<Record<string, unknown>>;

/**
 * The syntax tree of a formula.
 * @throws FormulaError at the first place where the text is no FEEL
 */
export function parseFormula(text: string, names: NameShapes): Tree {
  const tree = parser.configure({ contextTracker: trackVariables(names) }).parse(text);
  if (text.trim() === "") throw new FormulaError({ from: 0, to: 0, message: "Enter a formula." });
  tree.iterate({
    enter({ type, node }) {
      if (type.isError) throw new FormulaError(faultAt(text, node));
    },
  });
  return tree;
}

/** The words of a name as they stand in the text, with single spaces. */
export function nameIn(text: string, node: SyntaxNode): string {
  const words = text.slice(node.from, node.to);
  return words.startsWith("`") ? words.slice(1, -1) : words.replace(/\s+/g, " ");
}

/** What may follow, by what stands before: for messages only. */
const expectedIn: Record<string, string> = {
  IfExpression: "an “if … then … else …” with a value in each place",
  ForExpression: "“for … in … return …”",
  QuantifiedExpression: "“some … in … satisfies …”",
  Context: "entries like “name: value”, closed by “}”",
  List: "values separated by commas, closed by “]”",
  PositionalParameters: "values separated by commas, closed by “)”",
  FilterExpression: "a condition or a position, closed by “]”",
  PathExpression: "the name of a field after the “.”",
};

function faultAt(text: string, node: SyntaxNode): FormulaFault {
  const { from, to, parent } = node;
  const skipped = text.slice(from, to);
  const before = text.slice(0, from).trimEnd();
  const last = /(\S+)$/.exec(before)?.[1];
  const expected = (parent && expectedIn[parent.name]) ?? "a value, such as a field, a number or a text in quotes";
  if (skipped.trim() === "" && from >= text.trimEnd().length)
    return {
      from: before.length,
      to: text.length,
      message: last
        ? `Something is missing after “${last}”. Expected: ${expected}.`
        : `The formula is incomplete. Expected: ${expected}.`,
    };
  const at = from + 1;
  return {
    from,
    to: Math.max(to, from + 1),
    message: `“${skipped.trim() || text.slice(from).trim().split(/\s/)[0]}” at position ${at} is not expected here. Expected: ${expected}.`,
  };
}
