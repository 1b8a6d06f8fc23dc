import { parseFormula } from '../formula';
import { Exact } from '../number';
import { type Basis } from '../pricing';
import { type ListedBase } from '../price-lists';

/** What a base price is called in the working. */
export const baseLabel = (listed: ListedBase | null): string => (listed ? `Price: ${listed.title}` : 'Base price');

/** What a base price of a list is said to be instead of; null for a product's own, or where that costs the same. */
export function listedBasis(listed: ListedBase | null, amount: Exact): Basis | null {
  return listed?.usual && !listed.usual.equals(amount) ? { kind: 'insteadOf', amount, usual: listed.usual } : null;
}

/** Names of the lines that a percentage of a list adds to a formula. */
const USUAL = 'usual_price';
const TAKEN = 'list_takes';

/**
 * A formula the result of which is a share of what it was: said in lines of its own, so that the working shows it. Text
 * that can't be read stays.
 */
export function madeLess(text: string, share: Exact): string {
  const { lines, faults } = parseFormula(text);
  const last = lines.at(-1);
  if (faults.length > 0 || !last) return text;
  const usual = last.name ?? freeIn(text, USUAL);
  const named = last.name === null ? `${text.slice(0, last.from)}${usual} = ${text.slice(last.from)}` : text;
  const taken = freeIn(text, TAKEN);
  // A share has two places more than a percentage, which is a decimal.
  return `${named}\n${taken} = ${usual} * ${Exact.one.minus(share).toString()}\n${usual} - ${taken}`;
}

function freeIn(text: string, name: string): string {
  return text.includes(name) ? freeIn(text, `${name}_`) : name;
}
