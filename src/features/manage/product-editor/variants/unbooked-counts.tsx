'use client';

import {
  createContext,
  type Dispatch,
  type ReactNode,
  type SetStateAction,
  useContext,
  useEffect,
  useMemo,
  useState,
} from 'react';
import { isStocked, type OneOfChoice, type Variant } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { combinationTitle, withLeftOut } from './combinations';

/** What was counted, by the title of the combination. */
export type Counts = ReadonlyMap<string, string>;

interface Unbooked {
  readonly counts: Counts;
  readonly setCounts: Dispatch<SetStateAction<Counts>>;
}

const UnbookedContext = createContext<Unbooked | null>(null);

/** Keeps what was counted and is not booked yet, wherever in the editor one goes; closing the window asks first. */
export function UnbookedCounts({ children }: { children: ReactNode }) {
  const [counts, setCounts] = useState<Counts>(new Map());
  const waits = counts.size > 0;
  useEffect(() => {
    if (!waits) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [waits]);
  const unbooked = useMemo(() => ({ counts, setCounts }), [counts]);
  return <UnbookedContext.Provider value={unbooked}>{children}</UnbookedContext.Provider>;
}

export function useUnbookedCounts(): Unbooked {
  const unbooked = useContext(UnbookedContext);
  if (!unbooked) throw new Error('used outside an editor of a product');
  return unbooked;
}

/** The stocked choices of a product, with leaving one out as an option where it may be. */
export function useStockedChoices(): readonly OneOfChoice[] {
  const { assembled } = useEditing();
  return useMemo(() => assembled.choices.filter(isStocked).map(withLeftOut), [assembled]);
}

/** The variants of which something else was counted than is on hand. */
export function useCountedVariants(
  stocked: readonly OneOfChoice[],
): readonly { readonly variant: Variant; readonly count: string }[] {
  const { product, stock } = useEditing();
  const { counts } = useUnbookedCounts();
  if (counts.size === 0) return [];
  return product.variants.flatMap((variant) => {
    const count = counts.get(combinationTitle(variant.options, stocked))?.trim() ?? '';
    const onHand = stock.find(({ key }) => key === variant.stock)?.onHand ?? '';
    return count === '' || count === onHand ? [] : [{ variant, count }];
  });
}
