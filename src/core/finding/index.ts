export * from "./absent";
export * from "./acts";
export * from "./find";
export * from "./help";
export * from "./settings";
