export * from "./pull";
