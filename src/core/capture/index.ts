export * from "./draft";
export * from "./pastedLines";
export * from "./understand";
