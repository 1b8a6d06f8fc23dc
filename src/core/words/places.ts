import { type Product } from '../catalog';
import { type Path } from '../problems';
import { insideNameOf } from './choice-names';

/** What single things of a definition are called, by their name inside it. */
const FIELDS: Readonly<Record<string, string>> = {
  amount: 'the amount',
  value: 'the amount',
  wasPrice: 'the was-price',
  price: 'the price',
  sku: 'SKU',
  weight: 'the weight',
  min: 'the least',
  max: 'the most',
  step: 'the step',
  least: 'the least',
  most: 'the most',
  default: 'what it begins with',
  quantity: 'the quantity',
  waste: 'waste',
  minimum: 'the least',
  maximum: 'the most',
  multiple: 'the multiple',
  percent: 'the percentage',
  from: 'from how many on',
  breaks: 'what more costs',
  over: 'what is counted',
  together: 'the group',
  gives: 'what the steps say',
  gtin: 'GTIN',
  title: 'the title',
  text: 'the text',
  draws: 'what it draws from stock',
  stock: 'the stock item',
  properties: 'properties',
  unit: 'the unit',
  picks: 'quick picks',
};

/** Where in a product something stands, for a fault that does not say so itself: `Cloth, Slate: what it adds`. */
export function placeWords(path: Path, product: Product): string {
  const last = path.findLast((step) => typeof step === 'string');
  const field =
    path.length > 1 && typeof last === 'string' && last !== path[0]
      ? (FIELDS[last] ?? '')
      : (FIELDS[String(path[0])] ?? '');
  const thing = stepWords(path) || thingWords(path, product);
  return thing !== '' && field !== '' ? `${thing}: ${field}` : thing || field;
}

/** A step of what more costs. */
function stepWords(path: Path): string {
  const at = path.indexOf('breaks');
  const step = at < 0 ? undefined : path[at + 2];
  return typeof step === 'number' ? `Quantity breaks, break ${step + 1}` : '';
}

function thingWords([first, index, , inner]: Path, product: Product): string {
  if (typeof index !== 'number') return '';
  switch (first) {
    case 'choices': {
      const choice = product.choices[index];
      const option =
        choice && 'options' in choice && typeof inner === 'number' ? choice.options[inner]?.title : undefined;
      return choice ? [insideNameOf(choice), option ?? []].flat().join(', ') : '';
    }
    case 'variants': {
      const options = product.variants[index]?.options ?? {};
      return product.choices
        .flatMap((choice) =>
          'options' in choice
            ? choice.options.flatMap(({ key, title }) => (options[choice.key] === key ? title : []))
            : [],
        )
        .join(' · ');
    }
    case 'rules':
      return product.rules[index]?.title || `Rule ${index + 1}`;
    case 'tables':
      return product.tables[index]?.title || `Table ${index + 1}`;
    case 'formulas':
      return product.formulas[index]?.title ?? '';
    case 'rates':
      return product.rates[index]?.title ?? '';
    case 'parts':
      return product.parts[index]?.title || `Part ${index + 1}`;
    case 'proofs':
      return product.proofs[index]?.title ?? '';
    default:
      return '';
  }
}
