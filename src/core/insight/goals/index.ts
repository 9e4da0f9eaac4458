export * from "./forecast";
export * from "./goalTree";
export * from "./standing";
export * from "./words";
