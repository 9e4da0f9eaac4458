export * from "./forecast";
export * from "./goalTree";
export * from "./readings";
export * from "./standing";
export * from "./words";
