import type { SyntaxNode } from "@lezer/common";
import { nameIn } from "./parse";
import { FeelFunction, isContext, isList, typeOf, type FeelValue } from "./values";

/** Whether a value is of a type. Null is of none but `Null`. */
export type TypeTest = (value: FeelValue) => boolean;

/** The test of a type as it is written (DMN 1.5, 10.3.2.9): its name, or a list, a context or a function with what is in it. */
export function typeTest(text: string, node: SyntaxNode): TypeTest {
  const inner = node.name === "Type" ? node.firstChild! : node;
  switch (inner.name) {
    case "ListType": {
      const each = typeTest(text, inner.getChild("Type")!);
      return (value) => isList(value) && value.every((one) => one === null || each(one));
    }
    case "ContextType": {
      const entries = inner
        .getChild("ContextEntryTypes")!
        .getChildren("ContextEntryType")
        .map((entry) => [nameIn(text, entry.getChild("Name")!), typeTest(text, entry.getChild("Type")!)] as const);
      return (value) =>
        isContext(value) &&
        entries.every(([name, test]) => {
          const held = value.get(name);
          return held !== undefined && (held === null || test(held));
        });
    }
    case "FunctionType": {
      const taken = inner.getChild("ArgumentTypes")?.getChildren("ArgumentType").length ?? 0;
      return (value) => value instanceof FeelFunction && value.parameters.length === taken;
    }
    default: {
      const name = text.slice(inner.from, inner.to).replace(/\s+/g, " ").trim();
      if (name === "Any") return (value) => value !== null;
      return (value) => typeOf(value) === (name === "Null" ? "null" : name);
    }
  }
}
