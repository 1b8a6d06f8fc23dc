export { dayAt, dayText, dayWords, isTimeZone, parseDay, SOME_DAY, weekdayNames, weekdayOf } from './calendar';
