export * from "./openStore";
