import { type Difference, type DifferenceStep } from '../compared';
import { breaksSchema } from '../pricing';

/** What fields are called where their own name says something else than people do. */
const FIELDS: Readonly<Record<string, string>> = {
  slug: 'page address',
  key: 'internal name',
  insideName: 'internal name',
  sku: 'SKU',
  gtin: 'GTIN',
  alt: 'alternative text',
  src: 'picture',
  summary: 'short description',
  wasPrice: 'was-price',
  marginFloor: 'minimum margin',
  marginFloors: 'minimum margins',
  breaks: 'quantity breaks',
  soldBy: 'sold by',
  soldWhere: 'visibility',
  fits: 'fit rules',
  prepared: 'presets',
  draws: 'draws from stock',
  notCounted: 'reason for not counting',
  forCustomers: 'shown to customers',
  tables: 'compatibility tables',
  quantityByGroup: 'quantity rules of groups',
  leadDays: 'lead time (days)',
  backorder: 'backorder limit',
  cost: 'unit cost',
  cutFrom: 'how it lies in lots',
  min: 'minimum',
  max: 'maximum',
  least: 'minimum',
  most: 'maximum',
  default: 'default',
  taxClass: 'tax class',
  kind: 'kind',
  colours: 'colours',
  supplierCode: 'supplier’s code',
  personalData: 'what is kept of customers',
  pages: 'shop pages',
  few: 'few left from',
  asked: 'asked at checkout',
  offered: 'answers offered',
  buyWord: 'buy button',
  orderMonths: 'months until orders are anonymous',
  basketDays: 'days that baskets are kept',
  titleShown: 'how the title is shown',
};

const fieldWords = (field: string): string =>
  FIELDS[field] ?? field.replace(/(?<=[a-z])[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`);

/** The way to a place by what people call things: `choices, “Cloth”, options, “Linen”, amount`. */
export const differencePlace = (steps: readonly DifferenceStep[]): string =>
  steps.map((step) => ('field' in step ? fieldWords(step.field) : `“${step.called}”`)).join(', ');

/** So much of a long text is said. */
const LONGEST = 120;

const shortened = (text: string): string => {
  const line = text.replace(/\s+/gu, ' ');
  return line.length > LONGEST ? `${line.slice(0, LONGEST)}…` : line;
};

/** What stands in a place, in one line. */
export function valueWords(value: unknown): string {
  if (value === undefined || value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string')
    return shortened(value === '' ? 'empty' : /^[-+]?\d[\d.]*$/.test(value) ? value : `“${value}”`);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : shortened(value.map(valueWords).join(', '));
  const step = stepWords(value);
  if (step !== null) return step;
  const said = Object.entries(value).filter(
    ([, inner]) => inner !== null && inner !== '' && !(Array.isArray(inner) && inner.length === 0),
  );
  const { title, name } = value as { title?: unknown; name?: unknown };
  const called = [title, name].find((text) => typeof text === 'string' && text !== '');
  return called !== undefined
    ? valueWords(called)
    : shortened(said.map(([field, inner]) => `${fieldWords(field)} ${valueWords(inner)}`).join(', ') || 'none');
}

/** How breaks begin: what is as it begins is not said. */
const { steps: _, ...BREAKS_BEGIN } = breaksSchema.parse({});

/** What more of something costs: `from 10: 41.00, from 25: 39.00`; null for what is something else. */
function stepWords(value: object): string | null {
  if ('from' in value && 'value' in value && Object.keys(value).length === 2)
    return `from ${valueWords(value.from)}: ${valueWords(value.value)}`;
  const said = value as Readonly<Record<string, unknown>>;
  const isPlain = Object.entries(BREAKS_BEGIN).every(([field, begins]) => said[field] === begins);
  return isPlain && 'steps' in value ? valueWords(value.steps) : null;
}

/** What is different at one place, in one line: `price: 118.00 → 120.00`. */
export function differenceWords(difference: Difference): string {
  const place = differencePlace(difference.steps);
  switch (difference.kind) {
    case 'changed':
      return `${place === '' ? 'all of it' : place}: ${valueWords(difference.before)} → ${valueWords(difference.after)}`;
    case 'added':
      return `${place}: added`;
    case 'removed':
      return `${place}: removed`;
    case 'order':
      return `${place}: in another order`;
  }
}
