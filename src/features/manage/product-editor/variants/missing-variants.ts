'use client';

import { useMemo } from 'react';
import { MOST_VARIANTS } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { type Combination, combinationsOf, newVariant, variantPlaces } from './combinations';
import { useStockedChoices } from './unbooked-counts';

interface MissingVariants {
  /** how many combinations of stocked options there are */
  readonly combinations: number;
  /** those that no variant is for; none where there are more than a product keeps */
  readonly missing: readonly Combination[];
  readonly tooMany: boolean;
  addAll(): void;
}

/** The combinations that could be kept and are not yet. */
export function useMissingVariants(): MissingVariants {
  const { product, change } = useEditing();
  const stocked = useStockedChoices();
  const combinations = stocked.reduce((number, { options }) => number * options.length, 1);
  const tooMany = combinations > MOST_VARIANTS;
  const missing = useMemo(() => {
    if (tooMany) return [];
    const placeOf = variantPlaces({ variants: product.variants }, stocked);
    return combinationsOf(stocked).filter((combination) => stocked.length > 0 && placeOf(combination) < 0);
  }, [product.variants, stocked, tooMany]);
  return {
    combinations,
    missing,
    tooMany,
    addAll: () =>
      change(`add ${missing.length} variants`, (draft) => void draft.variants.push(...missing.map(newVariant))),
  };
}
