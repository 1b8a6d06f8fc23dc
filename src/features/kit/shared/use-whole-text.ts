'use client';

import { useState } from 'react';

interface Bounds {
  readonly least: number;
  readonly most: number;
  /** whether nothing at all is an answer, too */
  readonly mayBeEmpty: boolean;
}

/**
 * The text of a field for a whole number. What is no such number stays in the field, with what would be right, and
 * the draft keeps the last right one.
 */
export function useWholeText(
  value: number | null,
  { least, most, mayBeEmpty }: Bounds,
  onChange: (value: number | null) => void,
) {
  const [wrong, setWrong] = useState<string | null>(null);
  const take = (text: string) => {
    const trimmed = text.trim();
    const number = Number(trimmed);
    const right = trimmed === '' ? mayBeEmpty : /^\d+$/.test(trimmed) && number >= least && number <= most;
    setWrong(right ? null : text);
    if (right) onChange(trimmed === '' ? null : number);
  };
  return {
    text: wrong ?? (value === null ? '' : String(value)),
    fault:
      wrong === null
        ? undefined
        : `A whole number from ${least} to ${most.toLocaleString('en-GB')}${mayBeEmpty ? ', or nothing' : ''}. Until then it stays as it was.`,
    take,
  };
}
