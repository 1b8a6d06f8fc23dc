import { dimWords, type LineValue, MONEY, sameDim } from '../formula';
import { formatMoney } from '../money';
import { Exact } from '../number';
import { type Amount, type Basis } from '../pricing';
import { type NamedCondition } from '../conditions';
import { formatQuantity, requireUnit, unitByCode } from '../quantity';
import { conditionWords } from './conditions';
import { counted } from './counted';
import { firstCapital } from '../text';

/** What a line of the working is called: of a rule without a title, the sentence of its condition. */
export function lineLabel(label: string, because: NamedCondition | undefined): string {
  if (label !== '' || because === undefined) return label;
  return firstCapital(conditionWords(because));
}

/**
 * What a line of the working is taken of, in words: `10 % of €129.00`, `8 characters × €0.40`, `0.25 m × €18.50 / m`.
 */
export function basisWords(basis: Basis, currency: string): string {
  switch (basis.kind) {
    case 'percent':
      return `${basis.rate.toString().replace('-', '−')} % of ${formatMoney(basis.of, currency)}`;
    case 'characters':
      return `${counted(basis.count, 'character')} × ${formatMoney(basis.rate, currency)}`;
    case 'formula':
      return basis.lines
        .slice(0, -1)
        .map((line) => `${line.name} ${lineValueWords(line, currency)}`)
        .join(' · ');
    case 'replaces':
      return `in the place of ${formatMoney(basis.amount, currency)}`;
    case 'moreThan':
      return basis.amount.sign() === 0
        ? 'not in the price of the kit'
        : `beside ${formatMoney(basis.amount, currency)} that the kit has for it`;
    case 'without':
      return 'left out of what the kit has usually';
    case 'pieces':
      return `${basis.count} × ${formatMoney(basis.rate, currency)}`;
    case 'insteadOf':
      return `${formatMoney(basis.amount, currency)} instead of ${formatMoney(basis.usual, currency)}`;
    case 'beyond':
      return `${basis.unit ? formatQuantity({ value: basis.count.rounded(6), unit: basis.unit }) : basis.count.rounded(6).toString()} × ${formatMoney(basis.rate, currency)} instead of ${formatMoney(basis.usual, currency)}`;
    case 'charged': {
      const { unit } = basis.quantity;
      const packs =
        basis.packs && basis.step
          ? ` in ${basis.packs.toString()} × ${basis.pack || 'pack'} of ${formatQuantity({ value: basis.step, unit })}`
          : '';
      return `${formatQuantity({ value: basis.needed.rounded(6), unit })} needed, ${formatQuantity({ value: basis.quantity.value.rounded(6), unit })} charged${packs} × ${formatMoney(basis.rate, currency)} / ${basis.per.symbol}`;
    }
    case 'measure':
      return `${formatQuantity(basis.quantity)} × ${formatMoney(basis.rate, currency)} / ${basis.per.dimension === 'count' ? 'piece' : basis.per.symbol}`;
  }
}

/** A line of a formula with its value, in the unit that people would use: `2.88 m²`, `€44.99`, `1.2 kg`. */
export function lineValueWords({ value, dim }: Pick<LineValue, 'value' | 'dim'>, currency: string): string {
  if (sameDim(dim, MONEY)) return formatMoney(value, currency);
  const code =
    dim.money === 0 && dim.mass === 0
      ? ['1', 'm', 'm2', 'm3'][dim.length]
      : dim.mass === 1 && dim.length === 0 && dim.money === 0
        ? 'kg'
        : undefined;
  if (code === undefined) return `${value.rounded(6).toString()} ${dimWords(dim)}`;
  if (code === '1') return value.rounded(6).toString();
  return formatQuantity({ value: value.rounded(6), unit: requireUnit(code) });
}

/** What an amount adds, right where it is chosen: `+€9.50`, `−8 %`, `+€0.85 per character`; empty for nothing. */
export function amountWords(amount: Amount | null, currency: string): string {
  const value = amount && Exact.parse(amount.value);
  if (!amount || !value || value.sign() === 0) return '';
  const sign = value.sign() < 0 ? '−' : '+';
  const size = value.sign() < 0 ? value.negated() : value;
  switch (amount.kind) {
    case 'fixed':
      return `${sign}${formatMoney(size, currency)}`;
    case 'percentOfBase':
      return `${sign}${size.toString()} %`;
    case 'percentOfSum':
      return `${sign}${size.toString()} % of running total`;
    case 'oncePerLine':
      return `${sign}${formatMoney(size, currency)} once`;
    case 'perCharacter':
      return `${sign}${formatMoney(size, currency)} per character`;
    case 'perUnit': {
      const unit = unitByCode(amount.unit);
      return `${sign}${formatMoney(size, currency)} ${unit && unit.dimension !== 'count' ? `/ ${unit.symbol}` : 'each'}`;
    }
  }
}

/** How much a cutting plan wastes, and what is proven about that. */
export function cutPlanWords({
  unit,
  waste,
  leastWaste,
  unplaced,
}: {
  readonly unit: string;
  readonly waste: string;
  readonly leastWaste: string;
  readonly unplaced: readonly unknown[];
}): string {
  const words = (value: Exact) => quantityWords({ value: value.toString(), unit });
  const [wasted, least] = [Exact.from(waste), Exact.from(leastWaste)];
  if (unplaced.length > 0) return `Wastes ${words(wasted)} of what can be cut.`;
  if (wasted.sign() === 0) return 'Wastes nothing.';
  if (wasted.equals(least)) return `Wastes ${words(wasted)}; no plan wastes less.`;
  return `Wastes ${words(wasted)}, at most ${words(wasted.minus(least))} more than the best plan there could be.`;
}

/** A quantity given as a decimal string and a UCUM code, in words: `0.75 m`. */
export function quantityWords({ value, unit }: { readonly value: string; readonly unit: string }): string {
  return formatQuantity({ value: Exact.from(value), unit: requireUnit(unit) });
}
