export * from "./expand";
export * from "./repeat";
export * from "./rule";
export * from "./words";
export { dayNames, repeatPhrases, ruleOfPhrase, ruleOfWords } from "./readWords";
