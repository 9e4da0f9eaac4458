export * from "./chart";
export * from "./charts";
export * from "./estimates";
export * from "./estimatesOf";
export * from "./learntLengths";
export * from "./goals";
export * from "./ledger";
export * from "./span";
