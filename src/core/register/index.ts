export * from "./cells";
export * from "./cellTexts";
export * from "./columns";
export { linkedIds } from "./dependencies";
export { backLinks, feelReader, formulaName, linksTo } from "./names";
export * from "./parseNumber";
export * from "./registers";
export * from "./values";
