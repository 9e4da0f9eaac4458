export * from "./carriedRecord";
export * from "./loadAfter";
export * from "./meaningOf";
export * from "./menuOf";
