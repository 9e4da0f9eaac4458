export * from "./cellLanguage";
export * from "./draft";
export type { CaptureContext } from "./found";
export * from "./pastedLines";
export * from "./understand";
