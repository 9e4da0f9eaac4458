export * from "./addToRegister";
export * from "./drawBar";
export { convert, fromTexts, textsOf, type Conversion } from "./convertValues";
export * from "./lenses";
export * from "./ownFields";
export * from "./importTable";
export * from "./templates";
export * from "./eventNotes";
export * from "./setCells";
