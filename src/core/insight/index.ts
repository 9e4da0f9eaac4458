export * from "./estimates";
export * from "./estimatesOf";
