/** For whom, and on which day, as YYYY-MM-DD, something is looked at. */
export interface Customer {
  readonly today: string;
  /** key of the group; null for everybody */
  readonly group: string | null;
}
