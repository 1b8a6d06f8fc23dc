export { beginsOn, dateWords, dayAt, dayInYear, dayOfYearWords, dayText, dayWords, isDayOfYear, isInSeason, isTimeZone, parseDay, SOME_DAY, weekdayNames, weekdayOf } from './calendar';
