export * from "./expand";
export * from "./repeat";
export * from "./rule";
export * from "./words";
export { dayNames, monthNames, monthNumber, repeatPhrases, ruleOfPhrase, ruleOfWords } from "./readWords";
