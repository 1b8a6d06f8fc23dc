import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import * as form from '@/app/api/v1/products/[slug]/route';
import * as list from '@/app/api/v1/products/route';
import * as resolving from '@/app/api/v1/products/[slug]/resolve/route';
import * as together from '@/app/api/v1/resolve/route';
import { openForRoutes, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

type Answer = Record<string, unknown>;
const at = (slug: string) => ({ params: Promise.resolve({ slug }) });
const read = async (response: Promise<Response>) => (await (await response).json()) as Answer;
const listed = (query: string) => read(list.GET(new Request(`http://oak.example/api/v1/products${query}`)));
const formOf = (slug: string) => read(form.GET(new Request('http://oak.example/'), at(slug)));

describe('what the shop sells, for another program', () => {
  it('is a page of products, found as in the shop', async () => {
    const all = await listed('');
    expect(all).toMatchObject({ currency: 'EUR', page: 1, pages: 1 });
    expect(all.products).toHaveLength(Number(all.found));
    expect((await listed('?find=smoker')).products).toContainEqual(
      expect.objectContaining({ slug: 'smoker', title: 'Smoker', price: expect.stringContaining('42.00') as string }),
    );
    expect(await listed('?page=99')).toMatchObject({ page: 1 });
  });

  it('has a form that says what is asked, and what is answered by it resolves', async () => {
    const { choices, ...rest } = (await formOf('stainless-mesh')) as Answer & { choices: Answer[] };
    expect(rest).toMatchObject({ slug: 'stainless-mesh', title: 'Stainless mesh', currency: 'EUR', parts: [] });
    expect(choices).toContainEqual(
      expect.objectContaining({ kind: 'measure', key: 'length', title: 'Length', unit: 'm', required: true }),
    );
    const opening = choices.find(({ key }) => key === 'opening') as { options: { key: string; title: string }[] };
    const [first] = opening.options;
    const answer = await read(
      resolving.POST(
        new Request('http://oak.example/', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ answers: { opening: first?.key, length: '1 m' } }),
        }),
        at('stainless-mesh'),
      ),
    );
    expect(answer.state).toBe('sellable');
  });

  it('names the parts of a kit and what can be in a slot, by address', async () => {
    expect((await formOf('two-suits')).parts).toContainEqual(expect.objectContaining({ products: ['bee-suit'] }));
    const { choices } = (await formOf('hive')) as { choices: (Answer & { options?: { key: string }[] })[] };
    const roof = choices.find(({ key }) => key === 'roof');
    expect(roof).toMatchObject({ kind: 'slot' });
    expect(roof?.options?.map(({ key }) => key)).toContain('flat-roof');
  });

  it('tells nothing that is the manager’s alone', async () => {
    const { products } = (await listed('')) as { products: { slug: string }[] };
    for (const { slug } of products) {
      const text = JSON.stringify(await formOf(slug));
      expect(text).not.toMatch(/"(cost|draws|stock|supplier|groups|sku|amount|weight|proofs|rules|insideName)"/);
      expect(text).not.toMatch(/Harrow & Thimble|Calder Wire|Tamsin Forge/);
    }
  });

  it('resolves several selections at once, each as if it were alone, at the prices of a group', async () => {
    const ask = (body: object) =>
      read(
        together.POST(
          new Request('http://oak.example/', {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify(body),
          }),
        ),
      );
    const items = [
      { product: 'queen-marking-pens', selection: { answers: { colour: 'red' }, quantity: 2 } },
      { product: 'nowhere', selection: { answers: {} } },
      { product: 'queen-marking-pens', selection: { answers: { colour: 'red' }, quantity: 2 } },
    ];
    const { results } = (await ask({ items })) as { results: (Answer & { resolution?: Answer })[] };
    const alone = await read(
      resolving.POST(
        new Request('http://oak.example/', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(items[0]?.selection),
        }),
        at('queen-marking-pens'),
      ),
    );
    expect(results.map(({ resolution }) => resolution)).toEqual([alone, undefined, alone]);
    expect(results[1]).toMatchObject({ product: 'nowhere', problem: { status: 404, code: 'notFound' } });
    expect(await ask({ items, code: 'GUESSED' })).toMatchObject({ status: 422, code: 'codeUnknown' });
    const trade = (await ask({ items, code: 'honeytrade' })) as { results: unknown[] };
    expect(trade.results).toHaveLength(3);
    expect(await ask({ items: [] })).toMatchObject({ status: 400, code: 'malformed' });
  });

  it('is refused for what is not sold', async () => {
    expect(await formOf('nowhere')).toMatchObject({ status: 404, code: 'notFound' });
  });
});
