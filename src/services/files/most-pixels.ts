/** A picture of more pixels is not opened: it would take the memory that others need. */
export const MOST_PIXELS = 80_000_000;
