/** How a condition compares. */
export const comparisons = ['is', 'isNot', 'less', 'atMost', 'more', 'atLeast'] as const;

export type Comparison = (typeof comparisons)[number];

/** Whether a difference, negative, zero or positive, is what a comparison asks. */
export function compares(comparison: Comparison, difference: number): boolean {
  switch (comparison) {
    case 'is':
      return difference === 0;
    case 'isNot':
      return difference !== 0;
    case 'less':
      return difference < 0;
    case 'atMost':
      return difference <= 0;
    case 'more':
      return difference > 0;
    case 'atLeast':
      return difference >= 0;
  }
}
