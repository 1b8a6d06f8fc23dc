export { dayAt, dayText, dayWords, isTimeZone, parseDay, weekdayNames, weekdayOf } from './calendar';
