import { Exact } from '../../number';
import { type CostOf } from './cost';

/** What stock items cost, of those that are known to cost something; decimals. */
export function knownCosts(stock: readonly { readonly key: string; readonly cost?: string | null }[]): CostOf {
  const costs = new Map(
    stock.flatMap(({ key, cost }) => (cost === null || cost === undefined ? [] : [[key, Exact.from(cost)] as const])),
  );
  return (key) => costs.get(key) ?? null;
}

/** The same, of costs by key. */
export const costsByKey = (costs: Readonly<Record<string, string>>): CostOf =>
  knownCosts(Object.entries(costs).map(([key, cost]) => ({ key, cost })));
