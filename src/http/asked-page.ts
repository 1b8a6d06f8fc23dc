/** The header in which the gate says which page is asked for; nobody outside can say it. */
export const PAGE_HEADER = 'x-oak-knot-page';
