export * from "./defaults";
export * from "./ids";
export * from "./migrations";
export * from "./records";
export * from "./refusal";
export * from "./fields";
