export * from "./clock";
export * from "./clockTimes";
export * from "./dateMeantBy";
export * from "./dates";
export * from "./durations";
export * from "./moments";
export * from "./wording";
export * from "./workingHours";
