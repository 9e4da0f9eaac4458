export * from "./estimates";
export * from "./estimatesOf";
export * from "./learntLengths";
