export {
  beginsOn,
  dateWords,
  dayAt,
  dayInYear,
  dayOfYearWords,
  dayText,
  dayWords,
  isDayOfYear,
  isInSeason,
  isTimeZone,
  monthNames,
  monthOf,
  parseDay,
  SOME_DAY,
  weekdayNames,
  weekdayOf,
} from './calendar';
export { keptDays, type Keeping } from './kept-days';
