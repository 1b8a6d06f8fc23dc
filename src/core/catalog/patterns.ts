import { type Product } from './schema';

export const patternKeys = [
  'sizesAndColours',
  'personalised',
  'byLength',
  'byArea',
  'toOrder',
  'kit',
  'inSteps',
] as const;

export type PatternKey = (typeof patternKeys)[number];

/** Where the editor opens, of what is to be filled first. */
export type PatternPlace = 'parts' | `choice:${string}`;

interface Pattern {
  readonly title: string;
  /** what it has, in a sentence */
  readonly words: string;
  /** what a product begins with, to be parsed by its schema */
  readonly begins: Readonly<Partial<Record<keyof Product, unknown>>>;
  /** what is filled first, before it can be sold; null for what can be sold as it begins */
  readonly fillFirst: PatternPlace | null;
}

const option = (key: string, title: string, more: object = {}) => ({ key, title, ...more });
const metres = (key: string, title: string) => ({
  kind: 'measure',
  key,
  title,
  unit: 'm',
  min: '0.1',
  max: '10',
  placeholder: 'e.g. 1.2 m or 4 ft',
});

/**
 * What products often are, ready to be changed: each is in the shop once it has a picture, a price and what it takes
 * from stock.
 */
export const patterns: Readonly<Record<PatternKey, Pattern>> = {
  sizesAndColours: {
    title: 'Sizes and colours',
    words: 'Counted separately: every combination that you keep has its own stock.',
    fillFirst: null,
    begins: {
      choices: [
        {
          kind: 'list',
          key: 'size',
          title: 'Size',
          stocked: true,
          options: [option('s', 'S', { sku: 'S' }), option('m', 'M', { sku: 'M' }), option('l', 'L', { sku: 'L' })],
        },
        {
          kind: 'swatch',
          key: 'colour',
          title: 'Colour',
          stocked: true,
          options: [
            option('natural', 'Natural', { sku: 'NA', colours: ['#e4dcc6'] }),
            option('green', 'Green', { sku: 'GR', colours: ['#5b6b45'] }),
          ],
        },
      ],
      variants: ['s', 'm', 'l'].flatMap((size) =>
        ['natural', 'green'].map((colour) => ({ options: { size, colour } })),
      ),
    },
  },
  personalised: {
    title: 'Personalised',
    words: 'With a line of text in a style of lettering, for a surcharge; made for each order.',
    fillFirst: null,
    begins: {
      notCounted: 'madeToOrder',
      choices: [
        {
          kind: 'text',
          key: 'words',
          title: 'Words',
          required: false,
          maxCharacters: 24,
          placeholder: 'e.g. a name',
          sameSku: true,
          amount: { kind: 'fixed', value: '5' },
        },
        {
          kind: 'lettering',
          key: 'style',
          title: 'Style of lettering',
          shows: 'words',
          default: 'capitals',
          sameSku: true,
          options: [
            option('capitals', 'Capitals', { face: 'capitals' }),
            option('script', 'Script', { face: 'script' }),
          ],
        },
      ],
      rules: [
        {
          key: 'style-with-words',
          when: { kind: 'answered', choice: 'words', answered: true },
          then: [{ kind: 'show', choices: ['style'] }],
        },
      ],
    },
  },
  byLength: {
    title: 'By the metre',
    words: 'Customers type a length in any unit; the price is for a metre.',
    fillFirst: null,
    begins: {
      notCounted: 'madeToOrder',
      choices: [{ ...metres('length', 'Length'), sameSku: true }],
      soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
    },
  },
  byArea: {
    title: 'By area',
    words: 'Width and height make an area; the price is for a square metre, with waste and a least that is charged.',
    fillFirst: null,
    begins: {
      notCounted: 'madeToOrder',
      choices: [
        { ...metres('width', 'Width'), width: 'narrow', sameSku: true },
        { ...metres('height', 'Height'), width: 'narrow', sameSku: true },
      ],
      formulas: [{ key: 'area', title: 'Area', text: 'width * height', serves: { kind: 'shown' } }],
      soldBy: { kind: 'formula', formula: 'area', unit: 'm2', charge: { waste: '10', minimum: '0.25' } },
    },
  },
  toOrder: {
    title: 'Made to order',
    words: 'Options that add to the price, a day on which it is wanted, and notes for the workshop.',
    fillFirst: null,
    begins: {
      notCounted: 'madeToOrder',
      choices: [
        {
          kind: 'list',
          key: 'finish',
          title: 'Finish',
          options: [
            option('plain', 'Plain', { sku: 'PL' }),
            option('oiled', 'Oiled', { sku: 'OI', amount: { kind: 'fixed', value: '8' } }),
          ],
        },
        {
          kind: 'date',
          key: 'wanted',
          title: 'Wanted by',
          required: false,
          sameSku: true,
          earliest: { kind: 'fromToday', days: 14 },
          weekdays: [1, 2, 3, 4, 5],
        },
        {
          kind: 'longText',
          key: 'notes',
          title: 'Notes',
          required: false,
          sameSku: true,
          maxCharacters: 500,
          placeholder: 'What should we know?',
        },
      ],
    },
  },
  kit: {
    title: 'A kit',
    words: 'Several of your products sold as one, at the sum of their prices or a price of its own.',
    fillFirst: 'parts',
    begins: {},
  },
  inSteps: {
    title: 'Put together in steps',
    words: 'Customers fill one slot after the other with your products, as far as they fit together.',
    fillFirst: 'choice:base',
    begins: {
      choices: [
        { kind: 'slot', key: 'base', title: 'Base' },
        { kind: 'slot', key: 'more', title: 'On top', required: false, most: 4 },
      ],
    },
  },
};
