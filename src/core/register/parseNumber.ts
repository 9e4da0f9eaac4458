/**
 * The number of a typed or pasted text, with either sign for decimals: `1240.5`, `1,240.50`, `1.240,50`, `1 240,5`.
 * Of one sign alone that parts three digits, `1,240`, a comma groups and a point does not. Undefined when it is none.
 */
export function parseNumber(text: string): number | undefined {
  const plain = text
    .trim()
    .replace(/[\s\u00a0\u202f'’]/g, "")
    .replace("−", "-");
  const decimal = plain.lastIndexOf(",") > plain.lastIndexOf(".") ? "," : ".";
  const other = decimal === "," ? "." : ",";
  const grouped = decimal === "," && !plain.includes(".") && /^[-+]?\d{1,3}(,\d{3})+$/.test(plain);
  const several = new RegExp(`^[-+]?\\d{1,3}(\\${decimal}\\d{3}){2,}$`).test(plain);
  const digits = grouped || several ? plain.split(decimal).join("") : plain.split(other).join("").replace(decimal, ".");
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(digits) ? Number(digits) : undefined;
}
