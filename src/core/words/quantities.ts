import { type PlacedQuantity, type QuantityFrom } from '../catalog';
import { type ListedQuantity, type QuantityRule } from '../ordering';
import { isBlank } from '../text';

/** A quantity with what it is called: `48 (four cases)`. */
export const listedWords = ({ quantity, caption }: ListedQuantity): string =>
  isBlank(caption) ? String(quantity) : `${quantity} (${caption})`;

/**
 * A quantity rule in few words: `at least 24, in multiples of 12`, `12 (one case) or 48 (four cases)`, `any number`.
 */
export function quantityRuleWords({ minimum, maximum, multiple, countedFrom, list }: QuantityRule): string {
  const [last, ...before] = [...list].sort((a, b) => b.quantity - a.quantity).map(listedWords);
  if (last !== undefined) return before.length === 0 ? `only ${last}` : `${before.reverse().join(', ')} or ${last}`;
  const counted =
    countedFrom === 'minimum' && multiple > 1 && minimum % multiple !== 0 ? `, counted from ${minimum}` : '';
  const said = [
    minimum > 1 ? `at least ${minimum}` : '',
    maximum === null ? '' : `at most ${maximum}`,
    multiple > 1 ? `in multiples of ${multiple}${counted}` : '',
  ].filter(Boolean);
  return said.length === 0 ? 'any number' : said.join(', ');
}

/**
 * What more than one order line must keep, as customers read it: `Bottling: at least 3, all in the basket together.`
 */
export function jointQuantityWords({ title, per, rule }: PlacedQuantity): string {
  const how: Readonly<Record<PlacedQuantity['per'], string>> = {
    line: '',
    basket: ', all in the basket together',
    customer: ' for each customer, in all orders',
  };
  return `${title}: ${quantityRuleWords(rule)}${how[per]}.`;
}

/** Whose rule about quantities holds, after “says”: `the product itself`, `the rule “Jars by the case”`. */
export function quantityFromWords(from: QuantityFrom): string {
  switch (from.kind) {
    case 'nobody':
      return 'nobody';
    case 'product':
      return 'the product itself';
    case 'productForGroup':
      return `the product, for ${from.group}`;
    case 'placed':
      return `the shop’s rule “${from.title}”`;
    case 'variant':
      return `the variant ${from.title}`;
    case 'option':
      return `the option ${from.title}`;
  }
}
