export * from "./checksum";
export * from "./decodeText";
export * from "./readBackup";
export * from "./writeBackup";
