/** When integration tests begin, in milliseconds: a Monday morning. */
export const START = Date.UTC(2026, 4, 4, 9);
