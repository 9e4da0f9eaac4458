export * from "./happenings";
export * from "./runOrder";
export * from "./standingOrders";
