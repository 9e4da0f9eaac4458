export * from "./habits";
export * from "./reviews";
export * from "./series";
