export * from "./documents";
export * from "./searchIndex";
