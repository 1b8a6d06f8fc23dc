import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { productSchema } from '@/core/catalog';
import type * as compiling from '@/core/compile';
import type * as running from '@/core/run';
import { Database } from '@/data/database';
import { type Services } from '@/services/context';
import { openProduct } from '@/services/products/drafts';
import { publishProduct } from '@/services/products/publishing';
import { addToBasket, changeLine, readBasket } from '@/services/selling/basket';
import { checkOut } from '@/services/selling/checkout';
import { insertProduct } from '../support/begin';

const counted = vi.hoisted(() => ({ compiled: 0, resolved: 0, inWrite: 0, writing: false }));
vi.mock('@/core/compile', async (original) => {
  const real = await original<typeof compiling>();
  return {
    ...real,
    compile: (...given: Parameters<typeof real.compile>) => {
      counted.compiled += 1;
      if (counted.writing) counted.inWrite += 1;
      return real.compile(...given);
    },
  };
});
vi.mock('@/core/run', async (original) => {
  const real = await original<typeof running>();
  return {
    ...real,
    resolve: (...given: Parameters<typeof real.resolve>) => {
      counted.resolved += 1;
      return real.resolve(...given);
    },
  };
});

let context: Services;
let folder: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  const database = await Database.open(`file:${join(folder, 'test.db')}`);
  await database.migrate();
  const write = database.write.bind(database);
  database.write = ((work) =>
    write(async (transaction) => {
      counted.writing = true;
      try {
        return await work(transaction);
      } finally {
        counted.writing = false;
      }
    })) as typeof database.write;
  context = { database, now: () => new Date('2026-11-28T10:00:00Z'), waitsForCards: true };
});
afterEach(() => {
  context.database.close();
  rmSync(folder, { recursive: true, force: true });
});

const sold = async (more: object) => {
  const draft = productSchema.parse({
    price: '12.50',
    category: 'C',
    notCounted: 'madeToOrder',
    pictures: [{ src: '/p.svg', alt: '' }],
    ...more,
  });
  const id = await context.database.write((transaction) => insertProduct(transaction, draft, context.now()));
  const { draftVersion } = await openProduct(context, id);
  await publishProduct(context, id, draftVersion);
};

const reset = () => Object.assign(counted, { compiled: 0, resolved: 0, inWrite: 0 });

describe('what is sold', () => {
  it('is compiled once for customers and once whole, and never while others wait for the lock', async () => {
    await sold({ slug: 'tool', title: 'Tool', sku: 'T' });
    await sold({
      slug: 'smoker',
      title: 'Smoker',
      sku: 'S',
      choices: [
        { kind: 'yesNo', key: 'fuel', title: 'Fuel', default: false, sku: 'F', amount: { kind: 'fixed', value: '3' } },
      ],
    });
    reset();
    let token = await addToBasket(context, undefined, { slug: 'smoker', answers: {}, quantity: 1 });
    expect(counted.compiled).toBeGreaterThan(0);
    expect(counted.inWrite).toBe(0);

    reset();
    token = await addToBasket(context, token, { slug: 'smoker', answers: { fuel: true }, quantity: 1 });
    expect({ ...counted }).toMatchObject({ compiled: 0, resolved: 1 });

    token = await addToBasket(context, token, { slug: 'tool', answers: {}, quantity: 2 });
    const { lines, total } = await readBasket(context, token);
    reset();
    await changeLine(context, token, lines[2]?.id ?? 0, 3);
    expect(counted.compiled).toBe(0);
    expect(total).not.toBeNull();

    const now = await readBasket(context, token);
    reset();
    await checkOut(context, token, {
      idempotencyKey: 'counted-once',
      name: 'Ada',
      email: 'ada@example.org',
      payment: 'approve',
      seenTotal: now.total?.toString() ?? '',
    });
    // As a customer's, with what else is named beside it, and whole.
    expect({ ...counted }).toMatchObject({ compiled: 0, inWrite: 0 });
    expect(counted.resolved).toBeLessThanOrEqual(2 * now.lines.length);
  });
});
