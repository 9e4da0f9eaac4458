export * from "./columns";
export * from "./dayItems";
export * from "./freeTime";
export * from "./leftOver";
export * from "./load";
export * from "./reasons";
export * from "./tray";
