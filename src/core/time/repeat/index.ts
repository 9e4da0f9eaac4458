export * from "./expand";
export * from "./repeat";
export * from "./rule";
export * from "./words";
export { repeatPhrases, ruleOfPhrase, ruleOfWords } from "./readWords";
