import { type CatalogSurroundings, type Product, productSchema } from '../src/core/catalog';
import { surroundingsOf } from '../src/core/exchange';
import { catalogSchema } from '../src/core/catalog';

/** A product of twelve choices that uses every kind, and selections of it. What is measured is always this. */
export const surroundings: CatalogSurroundings = surroundingsOf(
  catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Bench', currency: 'EUR' },
    stock: [
      { key: 'board', title: 'Board', unit: 'm', onHand: '400' },
      { key: 'hinge', title: 'Hinge', unit: '1', onHand: '900' },
    ],
  }),
);

const option = (key: string, sku: string | null, amount: object | null, more: object = {}) => ({
  key,
  title: key,
  sku,
  amount,
  ...more,
});
const fixed = (value: string) => ({ kind: 'fixed', value });
const percent = (value: string) => ({ kind: 'percentOfBase', value });

export const product: Product = productSchema.parse({
  slug: 'shelf',
  title: 'Shelf',
  sku: 'SHELF',
  price: '84.00',
  category: 'Furniture',
  weight: { value: '4.5', unit: 'kg' },
  quantity: { minimum: 1, maximum: 100, multiple: 1 },
  choices: [
    {
      kind: 'list',
      key: 'timber',
      title: 'timber',
      options: [
        option('pine', 'P', fixed('0')),
        option('oak', 'O', percent('35'), { weight: { value: '1200', unit: 'g' } }),
        option('ash', 'A', percent('22.5')),
      ],
    },
    {
      kind: 'swatch',
      key: 'stain',
      title: 'stain',
      options: [
        option('clear', null, fixed('0'), { colours: ['#eeddcc'] }),
        option('dark', 'D', fixed('7.90'), { colours: ['#332211'] }),
      ],
    },
    {
      kind: 'list',
      key: 'edge',
      title: 'edge',
      default: 'square',
      options: [
        option('square', null, fixed('0')),
        option('round', 'R', { kind: 'perUnit', value: '2.40', unit: 'm', of: 'length' }),
      ],
    },
    {
      kind: 'measure',
      key: 'length',
      title: 'length',
      unit: 'cm',
      min: '20',
      max: '240',
      amount: { kind: 'perUnit', value: '31.50', unit: 'm' },
    },
    {
      kind: 'measure',
      key: 'depth',
      title: 'depth',
      unit: 'cm',
      min: '15',
      max: '45',
      amount: { kind: 'perUnit', value: '12.00', unit: 'm' },
    },
    {
      kind: 'number',
      key: 'brackets',
      title: 'brackets',
      min: '2',
      max: '8',
      step: '1',
      amount: { kind: 'perUnit', value: '3.25', unit: '1' },
    },
    {
      kind: 'text',
      key: 'carving',
      title: 'carving',
      required: false,
      maxCharacters: 24,
      amount: { kind: 'perCharacter', value: '0.95' },
    },
    {
      kind: 'list',
      key: 'mount',
      title: 'mount',
      options: [
        option('wall', 'W', fixed('0')),
        option('post', 'S', fixed('14.50'), { draws: [{ kind: 'fixed', stock: 'hinge', quantity: '2' }] }),
      ],
    },
    { kind: 'yesNo', key: 'felt', title: 'felt', required: false, default: false, amount: fixed('2.20') },
    { kind: 'yesNo', key: 'second', title: 'second', required: false, default: false, amount: percent('-15') },
    {
      kind: 'list',
      key: 'finish',
      title: 'finish',
      options: [option('oil', 'OI', fixed('5.00')), option('wax', 'WX', fixed('6.40')), option('raw', null, null)],
    },
    { kind: 'text', key: 'room', title: 'room', required: false, maxCharacters: 40 },
  ],
  draws: [{ kind: 'measure', stock: 'board', measure: 'length' }],
});

export interface BenchSelection {
  readonly answers: Readonly<Record<string, string | number | boolean>>;
  readonly quantity: number;
}

export const selections: readonly BenchSelection[] = [
  {
    answers: {
      timber: 'oak',
      stain: 'dark',
      edge: 'round',
      length: '120',
      depth: '25',
      brackets: '3',
      carving: 'Honey room',
      mount: 'post',
      felt: true,
      finish: 'wax',
    },
    quantity: 2,
  },
  {
    answers: {
      timber: 'pine',
      stain: 'clear',
      length: '87.5',
      depth: '18',
      brackets: '2',
      mount: 'wall',
      second: true,
      finish: 'raw',
      room: 'shed',
    },
    quantity: 7,
  },
  {
    answers: {
      timber: 'ash',
      stain: 'dark',
      edge: 'square',
      length: '240',
      depth: '45',
      brackets: '8',
      carving: 'Apis',
      mount: 'post',
      finish: 'oil',
    },
    quantity: 1,
  },
  {
    answers: { timber: 'oak', stain: 'clear', length: '10', depth: '25', brackets: '3', mount: 'wall', finish: 'oil' },
    quantity: 1,
  },
];

export const onHand: Readonly<Record<string, string>> = { board: '400', hinge: '900' };

/** What all three ways must agree on. */
export interface Outcome {
  readonly state: string;
  readonly problems: readonly string[];
  readonly key: string;
  readonly sku: string;
  /** amounts of the working, in order */
  readonly working: readonly string[];
  readonly unitPrice: string | null;
  readonly lineTotal: string | null;
  readonly weight: string | null;
  readonly draws: readonly string[];
  readonly canSupply: number | 'unlimited' | null;
}
