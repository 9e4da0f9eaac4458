export { readCalendar, type CalendarFault, type CalendarReading } from "./readCalendar";
export { isWritable, writeCalendar, type Writable } from "./writeCalendar";
