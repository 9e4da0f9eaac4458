/**
 * The number of a typed or pasted text, with either sign for decimals: `1240.5`, `1,240.50`, `1.240,50`, `1 240,5`.
 * Of one sign alone that parts three digits, `1,240`, a comma groups and a point does not, unless `sign` says which of
 * them stands before decimals. Undefined when it is none.
 */
export function parseNumber(text: string, sign?: DecimalSign): number | undefined {
  const plain = text
    .trim()
    .replace(/[\s\u00a0\u202f'’]/g, "")
    .replace("−", "-");
  if (sign) return numberWith(plain, sign);
  const decimal = plain.lastIndexOf(",") > plain.lastIndexOf(".") ? "," : ".";
  const other = decimal === "," ? "." : ",";
  const grouped = decimal === "," && !plain.includes(".") && /^[-+]?\d{1,3}(,\d{3})+$/.test(plain);
  const several = new RegExp(`^[-+]?\\d{1,3}(\\${decimal}\\d{3}){2,}$`).test(plain);
  const digits = grouped || several ? plain.split(decimal).join("") : plain.split(other).join("").replace(decimal, ".");
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(digits) ? Number(digits) : undefined;
}

/** What stands before decimals. */
export type DecimalSign = "," | ".";

/** The sign before decimals that numbers of one column have; undefined where none of them tells. */
export function decimalSignOf(texts: readonly string[]): DecimalSign | undefined {
  for (const text of texts) {
    if (!text.includes(",") && !text.includes(".")) continue;
    const plain = text.trim().replace(/[\s\u00a0\u202f'’]/g, "");
    const [comma, point] = [plain.lastIndexOf(","), plain.lastIndexOf(".")];
    if (parseNumber(plain) === undefined) continue;
    if (comma >= 0 && point >= 0) return comma > point ? "," : ".";
    const [one, other]: [DecimalSign, DecimalSign] = comma >= 0 ? [",", "."] : [".", ","];
    const groups = plain.split(one).length - 1;
    if (groups > 1) return other;
    if (!isGrouped(plain, one)) return one;
  }
  return undefined;
}

const isGrouped = (plain: string, sign: DecimalSign) => new RegExp(`^[-+]?\\d{1,3}(\\${sign}\\d{3})+$`).test(plain);

function numberWith(plain: string, sign: DecimalSign): number | undefined {
  const other = sign === "," ? "." : ",";
  const [whole = "", ...rest] = plain.split(sign);
  if (rest.length > 1 || (whole.includes(other) && !isGrouped(whole, other))) return undefined;
  const digits = [whole.split(other).join(""), ...rest].join(".");
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(digits) ? Number(digits) : undefined;
}
