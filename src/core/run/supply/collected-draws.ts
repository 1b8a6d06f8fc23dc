import { type DrawProgram } from '../../compile/program';
import { Exact } from '../../number';
import { type Draw, type Pieces } from '../../stock';

/** What one item takes of a stock item, while it is added up. */
interface Collected extends Pick<DrawProgram, 'stock' | 'title' | 'unit'> {
  value: Exact;
  pieces: readonly Pieces[];
  leadDays: number | null;
  readonly by: (string | null)[];
}

/** Up to so many stock items looking through them is quicker than a map of them. */
const FEW = 8;

/**
 * What an item takes from stock, collected from the product and its parts: each stock item once, in the order of the
 * first draw.
 */
export class CollectedDraws {
  private readonly collected: Collected[] = [];
  private byStock: Map<string, Collected> | null = null;

  /**
   * @param value what one item takes
   * @param by what of the item takes it: a part, or null for the product itself
   */
  add(
    { stock, title, unit, leadDays }: Pick<DrawProgram, 'stock' | 'title' | 'unit' | 'leadDays'>,
    value: Exact,
    pieces: readonly Pieces[],
    by: string | null,
  ): void {
    const former = this.find(stock);
    if (!former) {
      const first: Collected = { stock, title, unit, value, pieces, leadDays, by: [by] };
      this.collected.push(first);
      this.byStock?.set(stock, first);
      return;
    }
    former.value = former.value.plus(value);
    if (pieces.length > 0) former.pieces = [...former.pieces, ...pieces];
    // Beyond stock only when everything that takes this item may go beyond.
    former.leadDays = leadDays === null || former.leadDays === null ? null : Math.max(leadDays, former.leadDays);
    if (former.by.at(-1) !== by) former.by.push(by);
  }

  /** @param quantity how many items; what they take altogether follows from it */
  of(quantity: number): readonly Draw[] {
    const items = Exact.of(quantity);
    return this.collected.map(({ stock, title, unit, value, pieces, leadDays, by }) => ({
      stock,
      title,
      perItem: { value, unit },
      total: { value: quantity === 1 ? value : value.times(items), unit },
      pieces,
      leadDays,
      by,
    }));
  }

  private find(stock: string): Collected | undefined {
    if (this.collected.length > FEW) this.byStock ??= new Map(this.collected.map((one) => [one.stock, one]));
    if (this.byStock) return this.byStock.get(stock);
    for (const one of this.collected) if (one.stock === stock) return one;
    return undefined;
  }
}
