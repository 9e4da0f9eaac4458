export * from "./loadAfter";
export * from "./meaningOf";
