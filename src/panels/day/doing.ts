/* What a day shows of doing, in one piece: loaded once the hours and the page stand. */
export { WorkedStrand } from "@/panels/clock/WorkedStrand";
export { DueReviews } from "@/panels/day/DueReviews";
export { DayLog } from "@/panels/day/DayLog";
export { DayPortion } from "@/panels/day/DayPortion";
