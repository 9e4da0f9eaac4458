export * from "./guessColumns";
export * from "./planImport";
export * from "./readTable";
export * from "./writeTable";
