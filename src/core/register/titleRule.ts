import type { OwnRegister, Row } from "../model";
import type { Rule } from "../store";
import { cellOf } from "./cells";
import type { FieldValues } from "./values";

/**
 * The rule by which the titles of a register are built from its other fields, where it has a formula for them. A title
 * follows what stands in its own record; what it reads through a link it reads anew when the record changes.
 */
export function titleRule(values: FieldValues): Rule {
  return (tx) => {
    const rows = new Set<Row>();
    for (const id of tx.touched()) {
      const record = tx.get(id);
      if (record?.kind === "row") rows.add(record);
      else if (record?.kind === "register" && titleFormulaOf(tx.before(id) as OwnRegister) !== titleFormulaOf(record))
        for (const row of tx.list("rowsByRegister", id)) rows.add(row as Row);
    }
    for (const row of rows) {
      const register = tx.find("register", row.register);
      const text = titleFormulaOf(register);
      if (!register || text === "") continue;
      const formula = values.compile({ id: register.id, title: register.title, one: register.one, kind: "row" }, text);
      if ("fault" in formula) continue;
      const { cell } = cellOf(formula.evaluate(row));
      const title = cell === undefined ? "" : String(cell).replace(/\s+/g, " ").trim();
      if (title !== "" && title !== row.title) tx.update(row.id, { title });
    }
  };
}

function titleFormulaOf(register: OwnRegister | undefined): string {
  return register?.titleFormula ?? "";
}
