export * from "./expand";
export * from "./repeat";
export * from "./rule";
export * from "./words";
export {
  dayNames,
  monthNames,
  monthNumber,
  repeatPhrases,
  ruleOfPhrase,
  ruleOfWords,
  weekdayNumber,
} from "./readWords";
