/** How a condition compares. */
export const comparisons = ['is', 'isNot', 'less', 'atMost', 'more', 'atLeast'] as const;

export type Comparison = (typeof comparisons)[number];
