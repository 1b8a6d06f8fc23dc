import { describe, expect, it } from 'vitest';
import { anyCrossed } from './any-crossed';
import { tryClaims } from './claims';

describe('everything that is claimed of a kit', () => {
  it('holds where its parts have everything that a single product can have', { timeout: 120_000 }, () => {
    const { products, sold, clicks, short, claims } = tryClaims(1, 60, anyCrossed);
    expect([products > 25, sold > 20, clicks > 100, short > 80]).toEqual([true, true, true, true]);
    expect(claims['the lowest price'].proved).toBeGreaterThan(sold / 2);
  });
});
