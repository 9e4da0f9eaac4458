export * from "./documents";
export * from "./rows";
export * from "./searchIndex";
