/* What a day shows of doing, in one piece: loaded once the hours and the page stand. */
export { WorkedStrand } from "@/panels/clock/WorkedStrand";
export { DayLog } from "./DayLog";
export { DayPortion } from "./DayPortion";
