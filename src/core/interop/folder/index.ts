export * from "./fileNames";
export * from "./foreignNote";
export * from "./mediaTypes";
export * from "./readFolder";
export * from "./titles";
export * from "./writeFolder";
export * from "./zip";
