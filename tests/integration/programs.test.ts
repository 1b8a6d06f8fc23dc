import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import * as priceListsRoute from '@/app/api/manage/v1/price-lists/route';
import * as analysisRoute from '@/app/api/manage/v1/drafts/[id]/analysis/route';
import * as publicationRoute from '@/app/api/manage/v1/drafts/[id]/publication/route';
import * as revisionRoute from '@/app/api/manage/v1/drafts/[id]/revisions/[number]/route';
import * as revisionsRoute from '@/app/api/manage/v1/drafts/[id]/revisions/route';
import * as draftRoute from '@/app/api/manage/v1/drafts/[id]/route';
import * as draftsRoute from '@/app/api/manage/v1/drafts/route';
import * as orderRoute from '@/app/api/manage/v1/orders/[number]/route';
import * as ordersRoute from '@/app/api/manage/v1/orders/route';
import * as entriesRoute from '@/app/api/manage/v1/stock/[key]/entries/route';
import * as itemRoute from '@/app/api/manage/v1/stock/[key]/route';
import * as resolveRoute from '@/app/api/manage/v1/resolve/route';
import * as openResolve from '@/app/api/v1/resolve/route';
import * as stockRoute from '@/app/api/manage/v1/stock/route';
import * as tokensRoute from '@/app/api/manage/tokens/route';
import { priceListSchema, productSchema } from '@/core/catalog';
import { doneRequests, stockMovements } from '@/data/schema';
import { togetherAnswerSchema } from '@/http/open-api/answers';
import {
  analysisSchema,
  draftPageSchema,
  draftSchema,
  orderPageSchema,
  priceListsSchema,
  publishedSchema,
  revisionsSchema,
  stockPageSchema,
  stockSchema,
  wholeOrderSchema,
  wholeRevisionSchema,
} from '@/http/open-api/manager-answers';
import { openPriceLists, savePriceLists } from '@/services/prices/price-lists';
import { forget } from '@/services/upkeep/forgetting';
import { whoOwns } from '../support/come-in';
import { basketWith, openForRoutes, order, type RouteServices } from '../support/services';

let context: RouteServices;
beforeEach(async () => {
  context = await openForRoutes();
});
afterEach(() => context.close());

type Headers = Readonly<Record<string, string>>;
type Handler<P> = (request: Request, place: { params: Promise<P> }) => Promise<Response>;

const request = (method: string, path: string, { body, headers = {} }: { body?: unknown; headers?: Headers } = {}) =>
  new Request(`http://localhost/api/manage/v1/${path}`, {
    method,
    headers: { host: 'localhost', 'Content-Type': 'application/json', ...context.letsIn, ...headers },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });

interface Heard {
  readonly status: number;
  readonly body: Record<string, unknown>;
  readonly tag: string | null;
}

async function heard(answered: Promise<Response>): Promise<Heard> {
  const response = await answered;
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  return { status: response.status, body, tag: response.headers.get('etag') };
}

const asked = <P>(handler: Handler<P>, params: P, sent: Request) =>
  heard(handler(sent, { params: Promise.resolve(params) }));

const FUEL = 'fuel-sack';
const item = async () =>
  stockSchema.parse((await asked(itemRoute.GET, { key: FUEL }, request('GET', `stock/${FUEL}`))).body);
const entry = (quantity: string) => ({ kind: 'receipt', quantity, reason: 'A delivery' });
const enter = (quantity: string, headers: Headers = {}) =>
  asked(entriesRoute.POST, { key: FUEL }, request('POST', `stock/${FUEL}/entries`, { body: entry(quantity), headers }));
const received = async (reason = 'A delivery') =>
  (await context.database.read.select().from(stockMovements)).filter((movement) => movement.reason === reason).length;

describe('what is counted, for other programs', () => {
  it('is listed, found and told one by one, as it is described', async () => {
    const all = stockPageSchema.parse((await heard(stockRoute.GET(request('GET', 'stock')))).body);
    expect(all.found).toBeGreaterThan(20);
    const found = stockPageSchema.parse((await heard(stockRoute.GET(request('GET', 'stock?find=mesh')))).body);
    expect(found.items.length).toBeLessThan(all.items.length);
    expect(found.items.some(({ lots }) => lots !== null && lots.length > 0)).toBe(true);
    expect(await item()).toMatchObject({ key: FUEL });
    const missing = await asked(itemRoute.GET, { key: 'nothing' }, request('GET', 'stock/nothing'));
    expect([missing.status, missing.body.code]).toEqual([404, 'notFound']);
  });

  it('is told once: whoever has it already is told that it is the same', async () => {
    const { tag } = await asked(itemRoute.GET, { key: FUEL }, request('GET', `stock/${FUEL}`));
    const again = () =>
      itemRoute.GET(request('GET', `stock/${FUEL}`, { headers: { 'If-None-Match': tag ?? '' } }), {
        params: Promise.resolve({ key: FUEL }),
      });
    const same = await again();
    expect([same.status, same.headers.get('cache-control')]).toEqual([304, 'private, no-cache']);
    await enter('1');
    expect((await again()).status).toBe(200);
  });

  it('grows by what comes', async () => {
    const before = await item();
    const { status, body } = await enter('12');
    expect(status).toBe(200);
    expect(Number(stockSchema.parse(body).onHand)).toBe(Number(before.onHand) + 12);
  });
});

describe('a request that has a name', () => {
  const named = (name: string): Headers => ({ 'Idempotency-Key': name });

  it('does what it does once, and is answered alike each time, in another name’s quotation marks, too', async () => {
    const before = Number((await item()).onHand);
    const first = await enter('5', named('a-1'));
    await enter('2');
    const again = await enter('5', named('"a-1"'));
    expect(again).toEqual({ ...first, tag: null });
    expect(Number((await item()).onHand)).toBe(before + 7);
    await enter('5', named('a-2'));
    expect(Number((await item()).onHand)).toBe(before + 12);
  });

  it('is that of one request only', async () => {
    await enter('5', named('a'));
    const other = await enter('6', named('a'));
    expect([other.status, other.body.code]).toEqual([422, 'otherRequest']);
    expect(await received()).toBe(1);
  });

  it('is done once where it is sent many times at once', async () => {
    const all = await Promise.all(Array.from({ length: 8 }, () => enter('3', named('at-once'))));
    expect(await received()).toBe(1);
    expect(all.filter(({ status }) => status === 200).length).toBeGreaterThanOrEqual(1);
    for (const { status, body } of all)
      expect(status === 200 || (status === 409 && body.code === 'atOnce' && body.retryAfter === 2)).toBe(true);
    expect((await enter('3', named('at-once'))).status).toBe(200);
    expect(await received()).toBe(1);
  });

  it('that was refused is asked anew', async () => {
    expect((await enter('nothing', named('b'))).status).toBe(422);
    expect(await context.database.read.$count(doneRequests)).toBe(0);
    expect((await enter('4', named('b'))).status).toBe(200);
  });

  it('is not done again where its answer was lost', async () => {
    await enter('5', named('lost'));
    await context.database.write((transaction) => transaction.update(doneRequests).set({ status: null, answer: null }));
    expect((await enter('5', named('lost'))).body.code).toBe('atOnce');
    context.advance(2 * 60_000);
    expect((await enter('5', named('lost'))).body.code).toBe('doneBefore');
    expect(await received()).toBe(1);
  });

  it('is forgotten after a day', async () => {
    await enter('5', named('old'));
    context.advance(23 * 3_600_000);
    await forget(context);
    await enter('5', named('old'));
    expect(await received()).toBe(1);
    context.advance(2 * 3_600_000);
    expect(await forget(context)).toMatchObject({ requests: 1 });
    await enter('5', named('old'));
    expect(await received()).toBe(2);
  });

  it.each(['', ' ', '"', 'ä', 'a b', 'x'.repeat(201)])('can’t be called “%s”', async (name) => {
    const headers = new Headers({ ...context.letsIn, 'Content-Type': 'application/json', host: 'localhost' });
    headers.set('Idempotency-Key', name);
    const sent = new Request('http://localhost/api/manage/v1/stock/x/entries', {
      method: 'POST',
      headers,
      body: JSON.stringify(entry('5')),
    });
    const { status, body } = await asked(entriesRoute.POST, { key: FUEL }, sent);
    expect([status, body.code]).toEqual([400, 'badKey']);
    expect(await received()).toBe(0);
  });

  it('keeps no answer that is told once alone', async () => {
    const owner = await whoOwns(context);
    const make = () => {
      const sent = owner.request('POST', { title: 'Till', roles: [], days: 3 }, '/api/manage/tokens');
      sent.headers.set('Idempotency-Key', 'a-token');
      return heard(tokensRoute.POST(sent));
    };
    const { token } = (await make()).body;
    expect(token).toMatch(/^oakknot_/);
    expect((await make()).body.code).toBe('doneBefore');
    expect(JSON.stringify(await context.database.read.select().from(doneRequests))).not.toContain(String(token));
  });
});

describe('products, for other programs', () => {
  const draftOf = async (id: number) => {
    const answered = await asked(draftRoute.GET, { id: String(id) }, request('GET', `drafts/${id}`));
    return { ...answered, draft: draftSchema.parse(answered.body) };
  };
  const put = (id: number, body: unknown, headers: Headers = {}) =>
    asked(draftRoute.PUT, { id: String(id) }, request('PUT', `drafts/${id}`, { body, headers }));

  it('are started, changed as they were seen, published, and their revisions told', async () => {
    const definition = productSchema.parse({ slug: 'hive-tool', title: 'Hive tool', sku: 'HT-9', price: '14' });
    const sent = request('POST', 'drafts', {
      body: { ...definition, category: 'Tools', notCounted: 'madeToOrder' },
      headers: { 'Idempotency-Key': 'start' },
    });
    const started = await draftsRoute.POST(sent);
    expect(started.status).toBe(201);
    const { id } = draftSchema.parse(await started.json());
    expect(started.headers.get('location')).toBe(`/api/manage/v1/drafts/${id}`);
    const { draft, tag } = await draftOf(id);
    expect(tag).toBe('"1-0"');

    expect((await put(id, draft.definition)).status).toBe(428);
    expect((await put(id, draft.definition, { 'If-Match': '*' })).status).toBe(428);
    const dearer = { ...draft.definition, price: '15.50' };
    const changed = await put(id, dearer, { 'If-Match': tag ?? '' });
    expect([changed.status, changed.tag]).toEqual([200, '"2-0"']);
    const late = await put(id, draft.definition, { 'If-Match': tag ?? '' });
    expect([late.status, late.body.code]).toEqual([412, 'draftConflict']);
    expect((await draftOf(id)).draft.definition.price).toBe('15.50');

    const published = await asked(
      publicationRoute.POST,
      { id: String(id) },
      request('POST', `drafts/${id}/publication`, { body: { version: 2 } }),
    );
    expect(published.status === 200 || JSON.stringify(published.body)).toBe(true);
    expect(publishedSchema.parse(published.body)).toEqual({ revision: 1, along: [] });
    expect((await draftOf(id)).draft.published).toMatchObject({ revision: 1, version: 2 });
    expect((await draftOf(id)).tag).toBe('"2-1"');
    const { revisions } = revisionsSchema.parse(
      (await asked(revisionsRoute.GET, { id: String(id) }, request('GET', `drafts/${id}/revisions`))).body,
    );
    expect(revisions).toMatchObject([{ number: 1, who: 'A test', inShop: true }]);
    const revision = await asked(
      revisionRoute.GET,
      { id: String(id), number: '1' },
      request('GET', `drafts/${id}/revisions/1`),
    );
    expect(wholeRevisionSchema.parse(revision.body).definition).toMatchObject({ price: '15.50' });
  });

  it('are listed and analysed, as it is described', async () => {
    const { body } = await heard(draftsRoute.GET(request('GET', 'drafts?sort=title')));
    const { items } = draftPageSchema.parse(body);
    expect(items.length).toBeGreaterThan(10);
    for (const { id } of items.slice(0, 6)) {
      const told = await asked(analysisRoute.GET, { id: String(id) }, request('GET', `drafts/${id}/analysis`));
      const { lowest, highest, today } = analysisSchema.parse(told.body);
      expect(today).toBe(context.now().toISOString().slice(0, 10));
      if (lowest && highest) expect(Number(lowest.price)).toBeLessThanOrEqual(Number(highest.price));
    }
  });
});

describe('orders, for other programs', () => {
  it('are told with their lines', async () => {
    const { number } = await order(context, await basketWith(context, 'smoker-fuel', {}, 3));
    const { items } = orderPageSchema.parse((await heard(ordersRoute.GET(request('GET', 'orders')))).body);
    expect(items[0]).toMatchObject({ number, customer: { name: 'Tilda Fenn', email: 'tilda@fenn.example' } });
    const one = await asked(orderRoute.GET, { number: String(number) }, request('GET', `orders/${number}`));
    expect(wholeOrderSchema.parse(one.body)).toMatchObject({ number, lines: [{ quantity: 3 }] });
    expect(JSON.stringify(one.body)).not.toContain('token');
  });
});

describe('price lists, for other programs', () => {
  const get = () => heard(priceListsRoute.GET(request('GET', 'price-lists')));
  const put = (body: unknown, tag: string | null) =>
    heard(priceListsRoute.PUT(request('PUT', 'price-lists', { body, headers: { 'If-Match': tag ?? '' } })));

  it('are changed as they were seen, and never by whoever saw others', async () => {
    const { body, tag } = await get();
    const { lists } = priceListsSchema.parse(body);
    expect(lists.length).toBeGreaterThan(0);
    const renamed = lists.map((list, place) => (place === 0 ? { ...list, title: 'Another title' } : list));
    const changed = await put({ lists: renamed, accepted: 0 }, tag);
    expect(changed.status).toBe(200);
    expect(priceListsSchema.parse(changed.body).lists[0]).toMatchObject({ title: 'Another title' });
    expect(changed.tag).toBe((await get()).tag);
    const late = await put({ lists, accepted: 0 }, tag);
    expect([late.status, late.body.code]).toEqual([412, 'changedMeanwhile']);
    const dearer = await put({ lists: [], accepted: 0 }, changed.tag);
    expect([dearer.status, dearer.body.code]).toEqual([409, 'moreChanges']);
  });
});

describe('what a selection resolves to, for other programs', () => {
  const items = [{ product: 'smoker-fuel', selection: {} }];
  const as = (more: object) => heard(resolveRoute.POST(request('POST', 'resolve', { body: { items, ...more } })));
  const priceAs = async (more: object) => {
    const [first] = togetherAnswerSchema.parse((await as(more)).body).results;
    return first && 'resolution' in first ? first.resolution.unitPrice : first;
  };

  it('is said of a group and of a day to come, which no customer is told', async () => {
    const usual = await priceAs({});
    const { lists, seen } = await openPriceLists(context);
    const list = (key: string, groups: string[], price: string) =>
      priceListSchema.parse({
        key,
        title: key,
        groups,
        from: '2031-03-01',
        prices: [{ product: 'smoker-fuel', price }],
      });
    const added = [...lists, list('spring-trade', ['trade'], '8.40'), list('spring', [], '9.10')];
    await savePriceLists(context, { lists: added, seen, accepted: 1000, acceptedBelow: 1000 });
    expect(await priceAs({})).toBe(usual);
    expect(await priceAs({ day: '2031-02-28' })).toBe(usual);
    expect(await priceAs({ day: '2031-03-01' })).toBe('9.10');
    expect(await priceAs({ day: '2031-03-01', group: 'trade' })).toBe('8.40');
    // What was worked out for that day is nobody’s today.
    expect(await priceAs({ group: 'trade' })).not.toBe('8.40');
    const asked = { items, day: '2031-03-01' };
    const open = await heard(openResolve.POST(request('POST', '../../v1/resolve', { body: asked })));
    expect([open.status, open.body.code]).toEqual([400, 'malformed']);
  });

  it.each([
    [{ group: 'nobody' }, 422, 'groupUnknown'],
    [{ day: '2027-02-30' }, 400, 'malformed'],
    [{ day: 'tomorrow' }, 400, 'malformed'],
    [{ day: '0001-01-01' }, 400, 'malformed'],
    [{ items: [] }, 400, 'malformed'],
  ])('is not said of %j', async (more, status, code) => {
    const answered = await as(more);
    expect([answered.status, answered.body.code]).toEqual([status, code]);
  });
});
