import { minorUnits } from '../money';
import { Exact } from '../number';
import { type Unit, units } from '../quantity';
import { type Dim, dimOf, MONEY, NUMBER } from './dimension';

/** A unit as a formula writes it: what one of it is in metres, kilograms, pieces or the shop's currency. */
export interface FormulaUnit {
  readonly factor: Exact;
  readonly dim: Dim;
}

/** Ways to write a unit inside a formula: no spaces, no brackets. */
function spellings({ code, symbol, words }: Unit): string[] {
  return [
    code,
    symbol,
    symbol.replace('²', '2').replace('³', '3'),
    symbol.replace(/\s/g, '_'),
    ...words,
    ...words.map((word) => word.replace(/\s/g, '_')),
  ].filter((text) => /^[^\s[\]()]+$/.test(text));
}

let known: Map<string, FormulaUnit> | null = null;

function unitTable(): Map<string, FormulaUnit> {
  if (known) return known;
  known = new Map();
  for (const unit of units) {
    for (const text of spellings(unit))
      if (!known.has(text)) known.set(text, { factor: unit.factor, dim: dimOf(unit) });
  }
  known.set('%', { factor: Exact.of(1, 100), dim: NUMBER });
  return known;
}

/** @param currency the shop's currency, the only one a formula can be in */
export function formulaUnit(text: string, currency: string): FormulaUnit | undefined {
  if (text === currency && minorUnits(currency) !== null) return { factor: Exact.one, dim: MONEY };
  return unitTable().get(text);
}

/** Every way to write a unit, for completion. */
export function unitNames(currency: string): string[] {
  return [currency, ...new Set(units.flatMap((unit) => spellings(unit).slice(0, 3)))];
}
