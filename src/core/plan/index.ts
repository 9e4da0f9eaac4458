export * from "./context";
export * from "./day";
export * from "./week";
export * from "./log";
export * from "./rhythm";
export * from "./pull";
export * from "./layout";
