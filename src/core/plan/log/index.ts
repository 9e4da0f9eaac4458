export * from "./clock";
export * from "./clockWords";
export * from "./csvText";
export * from "./logTime";
export * from "./strand";
export * from "./timesheet";
export * from "./workLog";
