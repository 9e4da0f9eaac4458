export * from "./checksum";
export * from "./readBackup";
export * from "./writeBackup";
