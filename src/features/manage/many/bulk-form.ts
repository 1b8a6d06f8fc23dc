import { useState } from 'react';
import { type BulkChange } from '@/services/many/bulk-change';

export interface SheetName {
  readonly key: string;
  readonly title: string;
}

/** What is to be changed, by number. */
export interface Targets {
  readonly products: readonly number[];
  readonly sheets: readonly number[];
}

export interface BulkFormProps {
  targets: Targets;
  /** those that products are in, in order */
  categories: readonly string[];
  sheets: readonly SheetName[];
  /** the change as it is said so far; null while something of it is missing */
  onChoose: (change: BulkChange | null) => void;
}

/** Targets as a change names them, of what is done to sheets, too. */
export const both = ({ products, sheets }: Targets) => ({ products: [...products], sheets: [...sheets] });

/**
 * What a form has been told so far; every word of it that changes makes the change anew, or none while something is
 * missing.
 */
export function useSaid<S>(
  begin: S,
  changeOf: (said: S) => BulkChange | null,
  onChoose: BulkFormProps['onChoose'],
): readonly [S, (more: Partial<S>) => void] {
  const [said, setSaid] = useState(begin);
  const say = (more: Partial<S>) => {
    const next = { ...said, ...more };
    setSaid(next);
    onChoose(changeOf(next));
  };
  return [said, say];
}
