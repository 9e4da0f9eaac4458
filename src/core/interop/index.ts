export * from "./backup";
export * from "./checksum";
