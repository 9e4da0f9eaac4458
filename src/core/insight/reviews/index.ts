export * from "./material";
export * from "./summary";
