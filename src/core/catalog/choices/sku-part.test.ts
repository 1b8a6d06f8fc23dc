import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SKU_PATTERN, skuPartFrom } from '.';

const all = (titles: readonly string[]) => {
  const taken = new Set<string>();
  for (const [place, title] of titles.entries()) taken.add(skuPartFrom(title, taken, String(place + 1)));
  return [...taken];
};

describe('an SKU part from a title', () => {
  it('is short, and what is short stays as it is', () => {
    expect(all(['S', 'XL', 'Medium', 'Dark oak', '10 mm', 'Ölgrün', '···'])).toEqual([
      'S',
      'XL',
      'MED',
      'DO',
      '10-MM',
      'OLG',
      '7',
    ]);
  });

  it('grows by a letter where it is taken, and is numbered where there are no more', () => {
    expect(all(['Linen', 'Linden', 'Lino', 'LIN', 'Lin'])).toEqual(['LIN', 'LIND', 'LINO', 'LIN2', 'LIN3']);
    expect(all(['Dark oak', 'Deep ochre'])).toEqual(['DO', 'DEE']);
  });

  it('is another for each of many, and always one that a SKU can have', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 30 }), { maxLength: 60 }), (titles) => {
        const parts = all(titles);
        expect(parts).toHaveLength(titles.length);
        expect(parts.every((part) => SKU_PATTERN.test(part) && part.length <= 40)).toBe(true);
      }),
    );
  });
});
