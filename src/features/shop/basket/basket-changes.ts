import { useRouter } from 'next/navigation';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useTransition } from 'react';

/** What became of numbers that were typed: they hold now, or one was refused. */
export type Settled = 'holds' | 'refused';

/** Applies what has been typed in a line, and waits for it. */
type Settle = () => Promise<Settled>;

interface BasketChanges {
  /** lets a line be asked to apply what has been typed in it. @returns takes that back */
  register(line: number, settle: Settle): () => void;
  /** reads the basket again */
  refresh(): void;
  /** applies what has been typed anywhere, and waits until the basket shows what came of it */
  settle(): Promise<Settled>;
}

const Changes = createContext<BasketChanges | null>(null);

export const BasketChangesProvider = Changes.Provider;

/** The numbers of a basket that are being changed: an order waits for them. */
export function useBasketChanges(): BasketChanges {
  const router = useRouter();
  const lines = useRef(new Map<number, Settle>());
  const waiting = useRef<(() => void)[]>([]);
  const [isRefreshing, startRefresh] = useTransition();
  const refreshing = useRef(false);
  useEffect(() => {
    refreshing.current = isRefreshing;
    if (!isRefreshing) for (const go of waiting.current.splice(0)) go();
  }, [isRefreshing]);
  const refresh = useCallback(() => {
    refreshing.current = true;
    startRefresh(() => router.refresh());
  }, [router]);
  return useMemo(
    () => ({
      register(line, settle) {
        lines.current.set(line, settle);
        return () => void lines.current.delete(line);
      },
      refresh,
      async settle() {
        const found = await Promise.all([...lines.current.values()].map((settle) => settle()));
        if (refreshing.current) await new Promise<void>((go) => waiting.current.push(go));
        return found.includes('refused') ? 'refused' : 'holds';
      },
    }),
    [refresh],
  );
}

/** The changes of the basket that a line or form stands in. */
export function useChangesHere(): BasketChanges {
  const changes = useContext(Changes);
  if (!changes) throw new Error('outside of a basket');
  return changes;
}
