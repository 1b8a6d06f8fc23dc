import { Exact } from '../number';
import { type Draw, type StockCutPlan } from './availability';
import { lotsAfter, type LotStock } from './cutting';

/** How a stock item lies in lots, as it travels: decimals as text. */
export interface LyingInLots {
  readonly kind: LotStock['kind'];
  readonly kerf: string;
  readonly smallestOffcut: string | null;
  readonly lots: readonly { readonly id: number; readonly label: string; readonly free: string }[];
  /** whether there is more than these, and longer than is told */
  readonly more?: boolean;
}

/** What is known of one stock item, as it travels. */
export interface StockFigure {
  readonly key: string;
  /** what can be promised, in its own unit, as a decimal; null for plenty: more than the asker need know */
  readonly available: string | null;
  /** how it lies in lots; absent or null where any quantity can be taken */
  readonly lying?: LyingInLots | null;
  /**
   * how much is there already, as a decimal, and how many days what goes beyond that takes; absent or null where nobody
   * says
   */
  readonly late?: { readonly ready: string; readonly days: number } | null;
}

/** How much of a stock item is there already, and how many days what goes beyond that takes. */
export interface Late {
  readonly ready: Exact;
  readonly days: number;
}

/**
 * What there is of stock: as it is, or as it is once something has been taken. It never changes; taking gives another.
 */
export interface StockView {
  /** what can be promised of a stock item, in its own unit; undefined for one that is not known */
  available(stock: string): Exact | 'plenty' | undefined;
  /** its lots with what is free of each; undefined for one that does not lie in lots, or is not known */
  lots(stock: string): LotStock | undefined;
  /** how long what goes beyond what is there takes; undefined where nobody says */
  late(stock: string): Late | undefined;
  /** the same once something has been drawn, and cut as planned */
  less(draws: readonly Draw[], plans: readonly StockCutPlan[]): StockView;
}

type Known = Pick<StockView, 'available' | 'lots' | 'late'>;

/** A view of what functions know. */
export function stockViewOf(
  available: Known['available'],
  lots: Known['lots'] = () => undefined,
  late: Known['late'] = () => undefined,
): StockView {
  return {
    available,
    lots,
    late,
    less(draws, plans) {
      const taken = new Map<string, Exact>();
      for (const { stock, total } of draws) taken.set(stock, (taken.get(stock) ?? Exact.zero).plus(total.value));
      const cut = new Map<string, LotStock>();
      for (const { stock, plan } of plans) {
        const lying = cut.get(stock) ?? lots(stock);
        if (lying) cut.set(stock, lotsAfter(lying, plan.cuts));
      }
      return stockViewOf(
        (stock) => {
          const before = available(stock);
          const less = taken.get(stock);
          return less === undefined || before === undefined || before === 'plenty' ? before : before.minus(less);
        },
        (stock) => cut.get(stock) ?? lots(stock),
        (stock) => {
          const before = late(stock);
          const less = taken.get(stock);
          return before && less ? { ...before, ready: before.ready.minus(less) } : before;
        },
      );
    },
  };
}

/** What there is once more has come in: so much of a stock item; of what lies in lots, one lot that long each. */
export function withReceived(
  view: StockView,
  receipts: readonly { readonly stock: string; readonly quantity: Exact }[],
): StockView {
  if (receipts.length === 0) return view;
  return stockViewOf(
    (stock) => {
      const before = view.available(stock);
      if (before === undefined || before === 'plenty') return before;
      return receipts.reduce((sum, receipt) => (receipt.stock === stock ? sum.plus(receipt.quantity) : sum), before);
    },
    (stock) => {
      const lying = view.lots(stock);
      const fresh = receipts.filter((receipt) => receipt.stock === stock);
      if (!lying || fresh.length === 0) return lying;
      // Numbers below nothing are no lot's own, and what is on its way has no label yet.
      return {
        ...lying,
        lots: [...lying.lots, ...fresh.map(({ quantity }, place) => ({ id: -1 - place, label: '', free: quantity }))],
      };
    },
    (stock) => {
      const late = view.late(stock);
      return (
        late && {
          ...late,
          ready: receipts.reduce(
            (sum, receipt) => (receipt.stock === stock ? sum.plus(receipt.quantity) : sum),
            late.ready,
          ),
        }
      );
    },
  );
}

/** A view of a list of stock items. */
export function stockView(items: readonly StockFigure[]): StockView {
  const available = new Map(
    items.map((item) => [item.key, item.available === null ? ('plenty' as const) : Exact.from(item.available)]),
  );
  const lying = new Map(
    items.flatMap(({ key, lying: said }): [string, LotStock][] => {
      if (!said) return [];
      const lots = said.lots.map(({ id, label, free }) => ({ id, label, free: Exact.from(free) }));
      return [
        [
          key,
          {
            kind: said.kind,
            more: said.more,
            kerf: Exact.from(said.kerf),
            smallestOffcut: said.smallestOffcut === null ? null : Exact.from(said.smallestOffcut),
            lots,
          },
        ],
      ];
    }),
  );
  const late = new Map(
    items.flatMap(({ key, late: said }) =>
      said ? [[key, { ready: Exact.from(said.ready), days: said.days }] as const] : [],
    ),
  );
  return stockViewOf(
    (stock) => available.get(stock),
    (stock) => lying.get(stock),
    (stock) => late.get(stock),
  );
}
