export * from "./knownFills";
export * from "./dye";
export * from "./lasting";
export * from "./naming";
export * from "./subject";
