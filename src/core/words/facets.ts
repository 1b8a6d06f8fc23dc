import { sellableRange } from '../analysis';
import { isNote, isStocked, type Product } from '../catalog';
import { type Program } from '../compile/program';
import { formatMoney, roundToMinorUnit } from '../money';
import { type Exact } from '../number';
import { unitByCode } from '../quantity';
import { counted } from './counted';

/** How many of a product's choices ask customers something that makes no variants. */
function plainChoices(product: Product): number {
  return product.choices.filter(
    (choice) => !isStocked(choice) && !isNote(choice) && !choice.forWorkshop && choice.kind !== 'slot',
  ).length;
}

/** What a product is, as small words for a list: `12 variants`, `by the metre`, `4 choices`, `in cases of 12`. */
export function facetWords(product: Product): string[] {
  const words: string[] = [];
  if (product.soldBy.kind !== 'each')
    words.push(`by the ${unitByCode(product.soldBy.unit)?.words[0] ?? product.soldBy.unit}`);
  if (product.parts.length > 0) words.push(`kit of ${product.parts.length}`);
  const slots = product.choices.filter(({ kind }) => kind === 'slot').length;
  if (slots > 0) words.push(`build of ${counted(slots, 'slot')}`);
  if (product.variants.length > 0) words.push(counted(product.variants.length, 'variant'));
  const plain = plainChoices(product);
  if (plain > 0) words.push(counted(plain, 'choice'));
  const { quantity } = product;
  if (quantity && quantity.list.length > 0) words.push(`in ${counted(quantity.list.length, 'quantity', 'quantities')}`);
  else if (quantity && quantity.multiple > 1) words.push(`in multiples of ${quantity.multiple}`);
  else if (quantity && quantity.minimum > 1) words.push(`from ${quantity.minimum} pieces`);
  const shown = words.length > 0 ? words : ['plain'];
  return product.soldWhere === 'shop'
    ? shown
    : [...shown, product.soldWhere === 'kits' ? 'only in kits' : 'by its address only'];
}

/**
 * A product's price for a list, on a day where that matters: `€129.00`, `€18.50 / m`, `€14.00 – €96.00`, `from €48.00`.
 * What is not proved is no price: then it is `from` what nothing costs less than, or none.
 */
export function priceWords(program: Program, today?: string): string | null {
  const { currency } = program;
  const range = sellableRange(program, today);
  // A list shows nothing that could be wrong.
  if (!range?.least) return null;
  const per = range.per === null ? '' : ` / ${unitByCode(range.per)?.symbol ?? range.per}`;
  const shown = (amount: Exact) => formatMoney(roundToMinorUnit(amount, currency), currency);
  const from = shown(range.least);
  // What is worked out from measures has an end that nobody looks for in a list; for a unit, what else there is to pay
  // has no place.
  if (range.per === null && (range.open || program.baseFormula !== null)) return `from ${from}`;
  if (!range.isProved && !range.open) return `from ${from}${per}`;
  if (!range.from.equals(range.to)) return `${from} – ${shown(range.to)}${per}`;
  return range.open ? `from ${from}${per}` : `${from}${per}`;
}
