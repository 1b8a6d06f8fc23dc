/** What may become of options whose stock is out, as the manager says it. */
export const WHEN_OUT = [
  { value: 'unavailable', label: 'shown as unavailable, with the reason' },
  { value: 'hidden', label: 'not shown' },
  { value: 'orderable', label: 'still orderable, with a lead time' },
] as const;
