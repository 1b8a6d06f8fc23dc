import { describe, expect, it } from 'vitest';
import { tryChanges } from './changes';
import { tryChangesOfKits } from './changes-of-kits';
import { tryClaims } from './claims';
import { endsProved } from './counted-claims';
import { tryFills } from './fills';

// The same seeds every time; `npm run fuzz` goes on from there.
describe('everything that is claimed of a product', () => {
  it('holds beside all selections of 200 made products, and so does every click', { timeout: 120_000 }, () => {
    const { products, sold, clicks, claims } = tryClaims(1, 400);
    expect(products).toBeGreaterThan(200);
    expect(sold).toBeGreaterThan(150);
    expect(clicks).toBeGreaterThan(700);
    expect(endsProved(claims)).toBeGreaterThan(250);
  });

  it('stays as it was where a kit is changed in ways that change nothing', { timeout: 120_000 }, () => {
    for (const [kind, count] of Object.entries(tryChangesOfKits(1, 120))) expect(count, kind).toBeGreaterThan(4);
  });

  it('stays as it was after changes that change nothing', { timeout: 120_000 }, () => {
    for (const [kind, count] of Object.entries(tryChanges(5000, 150))) expect(count, kind).toBeGreaterThan(4);
  });
});

describe('what is said of cutting', () => {
  it('holds beside every way tried, and of lots that are parted without a rest', { timeout: 120_000 }, () => {
    const { quick, notFound, tasks } = tryFills(1, 150);
    expect(quick).toBeGreaterThan(tasks * 0.8);
    expect(notFound).toBeLessThan(tasks * 0.02);
  });
});
