import { gtinCheckDigit } from '@/core/catalog';

/** A product of a supplier's list: its number, name, options and price. */
type Line = readonly [string, string, readonly string[], readonly string[], readonly string[], number];

const LINES: readonly Line[] = [
  [
    'LM-10',
    'Field jacket',
    ['Ash', 'Walnut', 'Navy', 'Olive', 'Sand', 'Wine', 'Teal', 'Indigo'],
    ['3XL', 'S', 'M', 'L', 'XL', 'XXL'],
    ['regular', 'long', 'short', 'tall', 'wide'],
    11800,
  ],
  [
    'LM-20',
    'Work trousers',
    ['Ash', 'Walnut', 'Navy', 'Olive', 'Black', 'White'],
    ['30', '32', '34', '36', '38', '40'],
    ['regular', 'long', 'short', 'wide', 'tall'],
    6450,
  ],
  [
    'LM-30',
    'Gauntlets',
    ['Goat', 'Cow', 'Canvas'],
    ['7', '8', '9', '10', '11'],
    ['short', 'long', 'wide', 'tall'],
    2290,
  ],
];

interface Wish {
  /** what everything costs more than in the first list, in cents */
  readonly dearer?: number;
  /** SKUs that are not in it */
  readonly without?: readonly string[];
}

/**
 * A supplier's flat list of 480 rows, as a spreadsheet program saves it: its name above the headings, a line before
 * each part, decimal commas, semicolons. 3XL and XXL cost 6.00 more, tall 3.50 more; one jacket costs 99.00.
 */
export function flatList({ dearer = 0, without = [] }: Wish = {}): string {
  const head = 'Style no.;Item description;Art. no.;EAN;COLOUR;SIZE;Fit;RRP (EUR);Stock';
  const lines = ['Linden Mill Outfitters;;;price list', '', head];
  let count = 0;
  for (const [code, title, colours, sizes, fits, price] of LINES) {
    lines.push(title.toUpperCase());
    for (const colour of colours)
      for (const size of sizes)
        for (const fit of fits) {
          count += 1;
          const sku = [code, colour.slice(0, 3), size, fit.slice(0, 2)].join('-').toUpperCase();
          const digits = `40098761${String(count).padStart(4, '0')}`;
          const more = (['XXL', '3XL'].includes(size) ? 600 : 0) + (fit === 'tall' ? 350 : 0);
          const cents = sku === 'LM-10-TEA-M-RE' ? 9900 : price + more + dearer;
          if (without.includes(sku)) continue;
          const cost = (cents / 100).toFixed(2).replace('.', ',');
          lines.push(
            [
              code,
              `${title}, ${colour}, ${size}`,
              sku,
              `${digits}${gtinCheckDigit(digits)}`,
              colour,
              size,
              fit,
              cost,
              count % 9,
            ].join(';'),
          );
        }
  }
  return lines.join('\r\n');
}
