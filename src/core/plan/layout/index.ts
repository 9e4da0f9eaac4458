export * from "./columns";
export * from "./matrix";
export * from "./range";
export * from "./timeline";
