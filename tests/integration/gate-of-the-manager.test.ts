import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as binned from '@/app/api/manage/bin/[id]/route';
import { type Role } from '@/core/people';
import { createProduct, deleteProduct } from '@/services/products/products';
import { deleteStockItem } from '@/services/stock/items/change-item';
import { createStockItem } from '@/services/stock/items/stock';
import { makeToken } from '@/services/people/tokens';
import { Asking } from '../support/asked-route';
import { openForRoutes, type RouteServices } from '../support/services';

type Handler = (request: Request, place: { params: Promise<Record<string, string>> }) => Promise<Response>;

/** Every route of the manager's side, by its path. */
const ROUTES = import.meta.glob<Record<string, Handler>>('../../src/app/api/manage/**/route.ts', { eager: true });

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE'];

const handlers = Object.entries(ROUTES).flatMap(([path, route]) =>
  METHODS.flatMap((method) => {
    const handler = route[method];
    return handler
      ? [{ name: `${method} ${path.replace(/^.*api\/manage\//, '').replace('/route.ts', '')}`, method, handler }]
      : [];
  }),
);

/** What somebody who only looks may send: asked by POST because it names much, or about oneself. */
const ONLY_READ = [
  'POST bulk/options',
  'POST free-stock-keys',
  'POST imports/list',
  'POST imports/plan',
  'POST in-shop/skus',
  'POST lacking',
  'POST likely-stock',
  'POST price-lists/preview',
  'POST price-lists/priced',
  'POST price-lists/priced/all',
  'POST price-lists/table',
  'POST products/[id]/option-use',
  'POST products/[id]/presence',
  'POST products/kept-back',
  'POST products/meant',
  'POST products/ripple',
  'POST quantities/preview',
  'POST sheets/ripple',
  'POST spreadsheets/text',
  'POST stock-entries/look',
  'POST v1/resolve',
  'PUT me/password',
  'POST me/second-factor',
  'PUT me/second-factor',
  'DELETE me/second-factor',
  'DELETE me/sessions',
];

const PLACE = { params: Promise.resolve({ id: '1', key: 'x', hash: 'x', token: 'x', order: '1', stock: 'x' }) };

let context: RouteServices;
beforeAll(async () => {
  context = await openForRoutes();
});
afterAll(() => context.close());

describe('every route of the manager’s side', () => {
  it('is found here', () => expect(handlers.length).toBeGreaterThan(100));

  it.each(handlers)('$name answers nobody who has not come in', async ({ method, handler }) => {
    const nobody = new Asking();
    const { status, body } = await nobody.hear(handler(nobody.request(method), PLACE));
    expect([status, method === 'HEAD' ? 'signInFirst' : body.code]).toEqual([401, 'signInFirst']);
  });

  it('takes a role to change anything', async () => {
    const { token } = await makeToken(context, { title: 'Looks', roles: [], days: 1 });
    const looks = new Asking(token);
    const open: string[] = [];
    for (const { name, method, handler } of handlers) {
      if (method === 'GET' || method === 'HEAD') continue;
      const { status } = await looks.hear(handler(looks.request(method), PLACE));
      if (status !== 403 || name.includes(' me/')) open.push(name);
    }
    expect(open.sort()).toEqual([...ONLY_READ].sort());
  });
});

describe('the bin', () => {
  const asked = async (role: Role, method: 'POST' | 'DELETE', id: number) => {
    const { token } = await makeToken(context, { title: role, roles: [role], days: 1 });
    const someone = new Asking(token);
    const place = { params: Promise.resolve({ id: String(id) }) };
    return (await someone.hear(binned[method](someone.request(method), place))).status;
  };

  it('leaves what lies in it to whoever may delete such a thing', async () => {
    const product = await createProduct(context, { title: 'Rain hat' });
    const hat = (await deleteProduct(context, product)).binned;
    expect([await asked('stock', 'POST', hat), await asked('stock', 'DELETE', hat)]).toEqual([403, 403]);
    expect(await asked('catalog', 'POST', hat)).toBe(200);
    const again = (await deleteProduct(context, product)).binned;
    expect(await asked('catalog', 'DELETE', again)).toBe(200);
    await createStockItem(context, { key: 'hat-pin', title: 'Hat pin', unit: '1', onHand: '0' });
    const pin = (await deleteStockItem(context, 'hat-pin')).binned;
    expect([await asked('orders', 'POST', pin), await asked('stock', 'POST', pin)]).toEqual([403, 200]);
  });
});
