import { spawn } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request as plainRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { payments, products, revisions, sheetRevisions, stockItems, stockLots, swatches } from '@/data/schema';
import { freePort, startServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startServer(inject('demoDatabase'));
});
afterAll(() => server.close());

/** What customers must never be sent: put where the manager keeps it, and looked for on every page. */
const FORBIDDEN = {
  supplier: 'Quillfeather Supplies',
  tag: 'quillfeather-tag',
  supplierCode: 'QUILL-CODE-7',
  insideName: 'quillfeather inside',
  note: 'quillfeather note',
  proof: 'quillfeather proof',
  lot: 'Quillfeather roll',
  payment: 'quill-payment-7',
  stock: '83475',
  lotLength: '61234',
  groupTitle: 'Trade customers',
  groupCode: 'HONEYTRADE',
  groupKey: '"trade"',
};

/** Puts something forbidden into every place that has room for it. */
async function plant(): Promise<void> {
  const database = await Database.open(server.databaseUrl);
  await database.write(async (transaction) => {
    for (const row of await transaction.select().from(revisions)) {
      const definition = {
        ...row.definition,
        supplier: FORBIDDEN.supplier,
        tags: [...row.definition.tags, FORBIDDEN.tag],
        choices: row.definition.choices.map((choice) => ({ ...choice, insideName: FORBIDDEN.insideName })),
        proofs: row.definition.proofs.map((proof) => ({ ...proof, title: FORBIDDEN.proof })),
      };
      await transaction.update(revisions).set({ definition }).where(eq(revisions.id, row.id));
    }
    for (const row of await transaction.select().from(sheetRevisions))
      await transaction
        .update(sheetRevisions)
        .set({ definition: { ...row.definition, note: FORBIDDEN.note } })
        .where(eq(sheetRevisions.id, row.id));
    await transaction.update(swatches).set({ supplierCode: FORBIDDEN.supplierCode });
    await transaction.update(stockItems).set({ onHand: FORBIDDEN.stock });
    await transaction.update(payments).set({ reference: FORBIDDEN.payment });
    for (const { id } of await transaction.select().from(stockLots))
      await transaction
        .update(stockLots)
        .set({ label: `${FORBIDDEN.lot} ${id}`, left: FORBIDDEN.lotLength, length: FORBIDDEN.lotLength })
        .where(eq(stockLots.id, id));
  });
  database.close();
}

describe('what customers are sent', () => {
  const found = (body: string) =>
    Object.entries(FORBIDDEN).flatMap(([what, words]) =>
      body.includes(words) || body.includes(JSON.stringify(words).replaceAll('"', '\\"')) ? [what] : [],
    );

  it('has nothing of the manager’s in it, on any page of the shop and from any public route', async () => {
    const before = await Database.open(server.databaseUrl);
    const slugs = (
      await before.read.select({ slug: products.publishedSlug, draft: products.draft }).from(products)
    ).flatMap(({ slug, draft }) => (slug === null || draft.soldWhere === 'kits' ? [] : slug));
    const orders = await before.read.query.orders.findMany();
    before.close();
    const json = (body: object, cookie = '') => ({
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...(cookie && { Cookie: cookie }) },
      body: JSON.stringify(body),
    });
    const joined = await fetch(`${server.origin}/api/shop/group`, json({ code: 'HONEYTRADE' }));
    const member = joined.headers.get('set-cookie')?.split(';')[0] ?? '';
    expect(joined.status).toBe(200);
    const added = await fetch(
      `${server.origin}/api/shop/basket`,
      json({ slug: 'queen-marking-pens', answers: { colour: 'red' }, quantity: 1 }, member),
    );
    expect(added.status).toBe(200);
    await plant();
    const pages = [
      '/shop',
      '/shop/basket',
      ...slugs.map((slug) => `/shop/${slug}`),
      ...orders.map(({ token }) => `/shop/orders/${token}`),
    ];
    const bodies: [string, string][] = [];
    for (const cookie of ['', member]) {
      for (const page of pages) {
        const response = await fetch(server.origin + page, { headers: cookie === '' ? {} : { Cookie: cookie } });
        expect([page, response.status]).toEqual([page, 200]);
        bodies.push([`${page} ${cookie && 'of a member'}`, await response.text()]);
      }
      for (const slug of slugs) {
        for (const route of [`/api/v1/products/${slug}/resolve`, `/api/shop/products/${slug}/resolve`])
          bodies.push([
            route,
            await (
              await fetch(
                server.origin + route,
                json({ answers: { opening: 'coarse', length: '0.25' }, quantity: 1 }, cookie),
              )
            ).text(),
          ]);
      }
    }
    // A member may read the name of their own group at the top of the shop.
    const faults = bodies.flatMap(([where, body]) =>
      found(body)
        .filter((what) => !(what === 'groupTitle' && where.endsWith('of a member')))
        .map((what) => `${where}: ${what}`),
    );
    expect(faults).toEqual([]);
    expect(bodies.length).toBeGreaterThan(60);
  }, 120_000);
});

describe('the gate', () => {
  /** Asks with any headers at all, as no browser would, and with the cookie of the owner. */
  const ask = async (path: string, headers: Record<string, string>, method = 'GET', body = '') => {
    const Cookie = await server.cookie();
    return new Promise<{ status: number; body: string }>((resolve, reject) => {
      const { hostname, port } = new URL(server.origin);
      const sent = plainRequest(
        { hostname, port, path, method, headers: { Cookie, ...headers, 'Content-Length': Buffer.byteLength(body) } },
        (response) => {
          let said = '';
          response.on('data', (chunk) => (said += String(chunk)));
          response.on('end', () => resolve({ status: response.statusCode ?? 0, body: said }));
        },
      );
      sent.on('error', reject);
      sent.end(body);
    });
  };

  it('answers under no other name', async () => {
    for (const path of ['/manage/products', '/shop', '/api/manage/stock']) {
      const { status, body } = await ask(path, { Host: 'evil.example' });
      expect([path, status]).toEqual([path, 421]);
      expect(body).not.toMatch(/Bee suit/);
    }
    expect((await ask('/shop', { Host: `localhost:${new URL(server.origin).port}` })).status).toBe(200);
  });

  it('lets no other site copy a product, store a picture or order', async () => {
    const host = new URL(server.origin).host;
    const database = await Database.open(server.databaseUrl);
    const count = async () => (await database.read.select({ id: products.id }).from(products)).length;
    const before = await count();
    const evil = { Host: host, Origin: 'https://evil.example', 'Sec-Fetch-Site': 'cross-site' };
    expect(
      (await ask('/api/manage/products/1/copy', { ...evil, 'Content-Type': 'text/plain' }, 'POST', '{}')).status,
    ).toBe(403);
    expect(
      (await ask('/api/manage/products/1/copy', { Host: host, 'Content-Type': 'text/plain' }, 'POST', '{}')).status,
    ).toBe(415);
    expect(
      (await ask('/api/manage/pictures', { ...evil, 'Content-Type': 'text/plain' }, 'POST', '<svg/>')).status,
    ).toBe(403);
    expect(
      (await ask('/api/shop/checkout', { ...evil, 'Content-Type': 'application/json' }, 'POST', '{}')).status,
    ).toBe(403);
    // Nor does it sign anybody in here as somebody else.
    expect((await ask('/api/sign-in', { ...evil, 'Content-Type': 'application/json' }, 'POST', '{}')).status).toBe(403);
    expect(await count()).toBe(before);
    expect(
      (
        await ask(
          '/api/manage/products/1/copy',
          { Host: host, Origin: server.origin, 'Sec-Fetch-Site': 'same-origin', 'Content-Type': 'application/json' },
          'POST',
          '{"stock":"shared"}',
        )
      ).status,
    ).toBe(200);
    expect(await count()).toBe(before + 1);
    database.close();
  });
});

describe('codes', () => {
  it('can’t all be tried, whatever address is written on the requests', async () => {
    const enter = async (code: string, number: number) => {
      const headers = { 'Content-Type': 'application/json', 'X-Forwarded-For': `192.0.2.${number}` };
      return (
        await fetch(`${server.origin}/api/shop/${number % 2 === 0 ? 'basket/codes' : 'group'}`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ code }),
        })
      ).status;
    };
    const tried = [];
    for (let number = 1; number <= 12; number += 1) tried.push(await enter(`GUESS-${number}`, number));
    expect(tried).toEqual([...Array.from({ length: 10 }, () => 422), 429, 429]);
    // Nor is it told any more whether one exists.
    expect(await enter('HONEYTRADE', 13)).toBe(429);
  });
});

describe('a server that is killed during payment', () => {
  const post = (path: string, body: object, cookie = '') =>
    fetch(server.origin + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...(cookie && { Cookie: cookie }) },
      body: JSON.stringify(body),
    });

  it('finishes the order when the same press arrives again, charges once, and leaves the basket of others alone', async () => {
    const added = await post('/api/shop/basket', {
      slug: 'queen-marking-pens',
      answers: { colour: 'white' },
      quantity: 2,
    });
    const cookie = added.headers.get('set-cookie')?.split(';')[0] ?? '';
    const press = {
      idempotencyKey: 'killed-in-between',
      name: 'Kit Lane',
      email: 'kit@lane.example',
      payment: 'timeOut',
      seenTotal: '9.60',
    };
    const lost = post('/api/shop/checkout', press, cookie).then(
      () => 'answered',
      () => 'lost',
    );
    await new Promise((resolve) => setTimeout(resolve, 700));
    await server.kill();
    expect(await lost).toBe('lost');
    await server.restart();
    const stranger = await post('/api/shop/checkout', press);
    expect([stranger.status, ((await stranger.json()) as { code: string }).code]).toEqual([409, 'keyUsed']);
    const finished = (await (await post('/api/shop/checkout', press, cookie)).json()) as {
      state: string;
      number: number;
    };
    expect(finished.state).toBe('timedOut');
    const again = (await (
      await post('/api/shop/checkout', { ...press, idempotencyKey: 'another-press', payment: 'approve' }, cookie)
    ).json()) as { state: string };
    expect(again.state).toBe('paid');
    const database = await Database.open(server.databaseUrl);
    const own = (await database.read.query.orders.findMany()).filter(({ customerName }) => customerName === 'Kit Lane');
    expect(own.map(({ state }) => state)).toEqual(['timedOut', 'paid']);
    expect((await database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'pen-white') }))?.reserved).toBe(
      '0',
    );
    database.close();
  }, 60_000);
});

describe('something that takes long', () => {
  /** How often somebody else is answered meanwhile. */
  const answeredWhile = async (work: Promise<unknown>) => {
    let done = false;
    const ending = work.finally(() => (done = true));
    let answered = 0;
    while (!done) {
      await server.ask('/api/manage/swatches').then((response) => response.text());
      if (!done) answered += 1;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    await ending;
    return answered;
  };

  it('is looked at beside everybody else: a large drawing, and a long list of swatches', async () => {
    // What is done in the way of everybody lets at most one of them through, before it begins.
    const OTHERS = 3;
    const drawing = `<svg xmlns="http://www.w3.org/2000/svg">${'<path d="M0 0L1 1"/>'.repeat(42_000)}</svg>`;
    const list = Array.from({ length: 20_000 }, (_, number) => `Swatch ${number};#5b7a5e;;;F`).join('\n');
    const send = (path: string, type: string, body: string) =>
      server.ask(path, { method: 'POST', headers: { 'Content-Type': type }, body });
    const uploaded = send('/api/manage/pictures', 'application/octet-stream', drawing).then(({ status }) =>
      expect([200, 422]).toContain(status),
    );
    expect(await answeredWhile(uploaded)).toBeGreaterThan(OTHERS);
    const read = send(
      '/api/manage/swatches/csv',
      'application/json',
      JSON.stringify({ csv: list, accept: false }),
    ).then(({ status }) => expect([200, 413]).toContain(status));
    expect(await answeredWhile(read)).toBeGreaterThan(OTHERS);
  }, 60_000);

  it('is no million characters that only look like a drawing', async () => {
    const response = await fetch(`${server.origin}/api/shop/uploads?product=jar-labels&choice=artwork&name=a.svg`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: '<!---->'.repeat(142_857),
    });
    expect([404, 413, 415]).toContain(response.status);
  }, 30_000);
});

describe('a shop whose data can’t be read', () => {
  it('says so in the same words at every address, and serves again once the data is back', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
    const file = join(folder, 'shop.db');
    writeFileSync(file, 'no database '.repeat(1000));
    const port = await freePort();
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      env: {
        ...process.env,
        OAK_KNOT_DATABASE_URL: `file:${file}`,
        HOST: '127.0.0.1',
        PORT: String(port),
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (chunk) => (said += String(chunk)));
    try {
      await new Promise<void>((resolve) =>
        child.stdout.on('data', (chunk) => String(chunk).includes('Listening') && resolve()),
      );
      const ask = async (path: string) => {
        const answer = await fetch(`http://127.0.0.1:${port}${path}`);
        return {
          status: answer.status,
          words: (await answer.text()).includes('The data of this shop can’t be read just now'),
        };
      };
      for (const path of [
        '/shop',
        '/shop/bee-suit',
        '/manage/products',
        '/manage/products/1',
        '/draft/x',
        '/api/manage/products/1',
        '/api/shop/basket',
        '/sitemap.xml',
      ])
        expect([path, await ask(path)]).toEqual([path, { status: 503, words: true }]);
      expect(said).toContain('is damaged or not a database');
      expect(said).not.toContain('    at ');
      copyFileSync(inject('demoDatabase'), file);
      expect(await ask('/shop')).toEqual({ status: 200, words: false });
    } finally {
      child.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
