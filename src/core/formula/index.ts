export { builtins } from "./builtins";
export { compare, equal } from "./comparing";
export * from "./formula";
export type { FormulaNames } from "./frame";
export type { FormulaFault } from "./parse";
export { divide } from "./arithmetic";
export { sumOf } from "./builtins/lists";
export * from "./values";
