export * from "./defaults";
export * from "./ids";
export * from "./lens";
export * from "./migrations";
export * from "./ownFields";
export * from "./records";
export * from "./refusal";
export * from "./fields";
