import { describe, expect, it } from 'vitest';
import { anyBuild } from './any-build';
import { anyCrossed } from './any-crossed';
import { anyKit } from './any-kit';
import { tryClaims } from './claims';
import { endsProved } from './counted-claims';

describe('everything that is claimed of what is made of products', () => {
  it(
    'holds beside all that can be put into the slots of made builds, and so does every click',
    { timeout: 120_000 },
    () => {
      const { products, sold, clicks, claims } = tryClaims(1, 60, anyBuild);
      expect([products > 25, sold > 20, clicks > 60, endsProved(claims) > 30]).toEqual([true, true, true, true]);
    },
  );

  it('holds beside all that can be chosen of made kits, their margins too', { timeout: 120_000 }, () => {
    const { products, sold, clicks, short, claims } = tryClaims(1, 150, anyKit);
    expect([products > 100, sold > 90, clicks > 500, endsProved(claims) > 150]).toEqual([true, true, true, true]);
    expect(short).toBeGreaterThan(1000);
    // What is neither proved nor bounded is little.
    expect(claims['the lowest margin'].notSaid).toBeLessThan(products * 0.06);
  });

  it('holds where parts have everything that a single product can have', { timeout: 120_000 }, () => {
    const { products, sold, clicks, short, claims } = tryClaims(1, 60, anyCrossed);
    expect([products > 25, sold > 20, clicks > 100, short > 80]).toEqual([true, true, true, true]);
    expect(claims['the lowest price'].proved).toBeGreaterThan(sold / 2);
  });
});
