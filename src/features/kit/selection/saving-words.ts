import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';

/** What a kit saves, as people say it; empty where it saves nothing. */
export function savingWords({
  wasPrice,
  unitPrice,
  currency,
}: {
  readonly wasPrice: string | null;
  readonly unitPrice: string | null;
  readonly currency: string;
}): string {
  if (wasPrice === null || unitPrice === null) return '';
  return `saves ${formatMoney(Exact.from(wasPrice).minus(Exact.from(unitPrice)), currency)}`;
}
