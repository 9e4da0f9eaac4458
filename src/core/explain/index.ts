export * from "./dayNumbers";
export type { Explained, ExplainedLine } from "./explained";
export * from "./fieldValue";
export * from "./lensTotal";
export * from "./workedNumbers";
