import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { request as rawRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateRawSync } from 'node:zlib';
import { Database } from '@/data/database';
import { products } from '@/data/schema';
import { startServer, type TestServer } from '../support/server';
import { prepareMany } from './many-products';

/**
 * What somebody may send who means harm, or a manager who means well, for a few seconds each, while others look at the
 * shop: prints how long these waited at most, and what came back. Local only, ends by itself; exit status 1 where the
 * server answered that it failed, or did not answer at all.
 */

const PRODUCTS = Number(process.argv[2] ?? 1_000);
const SECONDS = Number(process.argv[3] ?? 5);
/** So many customers at once, and so many managers. */
const [CLIENTS, MANAGERS] = [8, 2];
const NESTED = 50_000;

const say = (words: string) => void process.stdout.write(`${words}\n`);
const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

type Sent = Readonly<{ method?: string; type?: string; body?: string | Uint8Array<ArrayBuffer> }>;

/** @returns the status; 0 where no answer came */
async function send(server: TestServer, path: string, { method, type, body }: Sent = {}): Promise<number> {
  try {
    const response = await server.ask(path, {
      method: method ?? (body === undefined ? 'GET' : 'POST'),
      headers: { 'content-type': type ?? 'application/json', origin: server.origin },
      ...(body !== undefined && { body }),
      signal: AbortSignal.timeout(60_000),
    });
    await response.arrayBuffer();
    return response.status;
  } catch {
    return 0;
  }
}

/** A request that a browser could not make. */
const sendRaw = ({ origin }: TestServer, method: string, path: string): Promise<number> =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(origin);
    const sent = rawRequest({ hostname, port, method, path }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    });
    sent.on('error', () => resolve(0));
    sent.end();
  });

const selection = (answers: object, more: object = {}) => JSON.stringify({ answers, quantity: 1, ...more });
const line = (slug: string, answers: object) => JSON.stringify({ slug, answers, quantity: 1 });

/** A picture of a few kilobytes that says it is so many pixels wide and high. */
function wideImage(): Uint8Array<ArrayBuffer> {
  const bytes = Buffer.alloc(60_000);
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]).copy(bytes);
  bytes.write('IHDR', 12);
  bytes.writeUInt32BE(60_000, 16);
  bytes.writeUInt32BE(60_000, 20);
  return bytes;
}

/** So many bytes of nothing, packed. */
const packed = (size: number): Uint8Array<ArrayBuffer> => {
  const inside = deflateRawSync(Buffer.alloc(size));
  return Buffer.concat([Buffer.from([0x1f, 0x8b, 8, 0, 0, 0, 0, 0, 0, 3]), inside]);
};

const prices = (count: number, price: string) =>
  JSON.stringify({
    lists: [
      {
        key: 'theirs',
        title: 'Theirs',
        groups: [],
        percent: null,
        prices: Array.from({ length: count }, (_, place) => ({ product: `spare-${place}`, price })),
      },
    ],
  });

type Attack = (server: TestServer, round: number) => Promise<number>;

const upload: (bytes: Uint8Array<ArrayBuffer>) => Attack = (bytes) => (server) =>
  send(server, '/api/shop/uploads?product=branding-iron&choice=drawing&name=a.png', {
    type: 'application/octet-stream',
    body: bytes,
  });

const byCustomers: Readonly<Record<string, Attack>> = {
  'an upload of 400 kB that unpacks to 400 MB': upload(packed(400_000_000)),
  'a picture said to be 60 000 pixels wide': upload(wideImage()),
  'broken JSON of 900 kB': (server) =>
    send(server, '/api/v1/products/bee-suit/resolve', { body: `{"answers":[${'1,'.repeat(450_000)}` }),
  'a selection nested 50 000 deep': (server) =>
    send(server, '/api/v1/products/bee-suit/resolve', {
      body: `{"answers":{"size":${'['.repeat(NESTED)}${']'.repeat(NESTED)}},"quantity":1}`,
    }),
  'a selection of 20 000 answers': (server) =>
    send(server, '/api/v1/products/bee-suit/resolve', {
      body: selection(Object.fromEntries(Array.from({ length: 20_000 }, (_, key) => [`k${key}`, 'x']))),
    }),
  'a number of 50 000 digits': (server) =>
    send(server, '/api/v1/products/stainless-mesh/resolve', {
      body: selection({ opening: 'coarse', length: `${'9'.repeat(50_000)} m` }),
    }),
  'a hive with all that goes in': (server) =>
    send(server, '/api/v1/products/hive/resolve', {
      body: selection({
        floor: ['hive-floor'],
        brood: ['brood-box', 'brood-box'],
        supers: Array.from({ length: 200 }, () => 'honey-super'),
        crown: ['crown-board'],
        roof: ['flat-roof'],
      }),
    }),
  'baskets of their own': (server) =>
    send(server, '/api/shop/basket', { body: line('bee-suit', { size: 'm', cloth: 'slate' }) }),
  'addresses that are none': async (server, round) => {
    const paths = ['/%', '/shop/%ff', '/..%2f..%2fetc/passwd', '//shop', '/api/v1/products/%00/resolve', '/shop?%'];
    return sendRaw(server, round % 3 === 0 ? 'TRACE' : round % 3 === 1 ? 'PROPFIND' : 'GET', paths[round % 6] ?? '/');
  },
};

const byManagers: Readonly<Record<string, Attack>> = {
  'broken JSON of 4 MB to the price lists': (server) =>
    send(server, '/api/manage/price-lists/preview', { body: `{"lists":[${'1,'.repeat(2_000_000)}` }),
  'the list of products': (server) => send(server, '/manage/products'),
  'a price list for 150 products, previewed': (server, round) =>
    send(server, '/api/manage/price-lists/preview', { body: prices(150, String(5 + (round % 7))) }),
  [`a price list for ${PRODUCTS} products, previewed`]: (server, round) =>
    send(server, '/api/manage/price-lists/preview', { body: prices(PRODUCTS, String(5 + (round % 7))) }),
};

interface Waits {
  readonly longest: number;
  readonly looked: number;
}

/** Looks at the shop again and again while something goes on. */
async function whileIt(server: TestServer, goes: Promise<unknown>): Promise<Waits> {
  let ended = false;
  void goes.finally(() => (ended = true));
  let [longest, looked] = [0, 0];
  while (!ended) {
    const start = performance.now();
    const status = await send(server, looked % 2 === 0 ? '/shop' : '/shop/bee-suit');
    if (status !== 200) failures.push(`the shop answered ${status}`);
    longest = Math.max(longest, performance.now() - start);
    looked += 1;
    await pause(20);
  }
  await goes;
  return { longest, looked };
}

const failures: string[] = [];

async function attackWith(
  server: TestServer,
  clients: number,
  [name, attack]: readonly [string, Attack],
): Promise<void> {
  const until = performance.now() + SECONDS * 1_000;
  const statuses = new Map<number, number>();
  const client = async (first: number) => {
    for (let round = first; performance.now() < until; round += clients) {
      const status = await attack(server, round);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
  };
  const { longest } = await whileIt(server, Promise.all(Array.from({ length: clients }, (_, place) => client(place))));
  const came = [...statuses].map(([status, times]) => `${times} × ${status === 0 ? 'no answer' : status}`).join(', ');
  // Too much at a time is told with a 503, which is an answer.
  if ([...statuses.keys()].some((status) => status === 0 || (status >= 500 && status !== 503)))
    failures.push(`${name}: ${came}`);
  say(`  ${name}: others waited ${longest.toFixed(0)} ms at most (${came})`);
}

/** One after the other, what a manager does to many; and who looks at the shop first after it. */
async function manyAtOnce(server: TestServer, ids: readonly number[]): Promise<void> {
  const change = {
    kind: 'prices',
    step: { kind: 'percent', percent: '3', ending: null },
    crossOut: false,
    products: ids,
  };
  let took = 0;
  const said = async (path: string, body: object): Promise<Record<string, unknown>> => {
    const start = performance.now();
    const response = await server.ask(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.origin },
      body: JSON.stringify(body),
    });
    // A step a line; the first of a preview says what has been seen.
    const [first = '{}', ...steps] = (await response.text()).trim().split('\n');
    took = performance.now() - start;
    const refused = [first, steps.at(-1) ?? ''].find((line) => line.includes('"problem"'));
    if (!response.ok || refused) failures.push(`${path}: ${response.status} ${(refused ?? first).slice(0, 300)}`);
    return JSON.parse(first) as Record<string, unknown>;
  };
  const told = (what: string, { longest }: Waits) =>
    say(`  ${what}: took ${(took / 1_000).toFixed(1)} s, others waited ${longest.toFixed(0)} ms at most`);

  let seen: unknown;
  const looking = said('/api/manage/bulk', { change, apply: false }).then((found) => (seen = found.seen));
  told(`3 % more for ${ids.length} products, looked at`, await whileIt(server, looking));
  const doing = said('/api/manage/bulk', { change, apply: true, ...(seen !== undefined && { seen }) });
  told('the same, done', await whileIt(server, doing));
  const start = performance.now();
  await send(server, '/shop');
  say(`  the first reader after it waited ${(performance.now() - start).toFixed(0)} ms`);
}

if (!existsSync('.next/BUILD_ID')) throw new Error('Build first: npm run build');
const folder = mkdtempSync(join(tmpdir(), 'oak-knot-attack-'));
try {
  const start = performance.now();
  await prepareMany(join(folder, 'shop.db'), PRODUCTS);
  say(`the demo and ${PRODUCTS} products more, imported in ${((performance.now() - start) / 1_000).toFixed(0)} s`);
  const server = await startServer(join(folder, 'shop.db'));
  try {
    await send(server, '/shop');
    await whileIt(server, pause(2_000));
    say(`quiet: ${(await whileIt(server, pause(2_000))).longest.toFixed(0)} ms at most`);
    say(`${CLIENTS} customers at once:`);
    for (const attack of Object.entries(byCustomers)) await attackWith(server, CLIENTS, attack);
    say(`${MANAGERS} managers at once:`);
    for (const attack of Object.entries(byManagers)) await attackWith(server, MANAGERS, attack);
    say('one manager:');
    const database = await Database.open(server.databaseUrl);
    const all = await database.read.select({ id: products.id, slug: products.publishedSlug }).from(products);
    database.close();
    await manyAtOnce(
      server,
      all.filter(({ slug }) => slug?.startsWith('spare-')).map(({ id }) => id),
    );
  } finally {
    await server.close();
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
say(failures.length === 0 ? 'right: everything was answered' : failures.map((what) => `WRONG: ${what}`).join('\n'));
process.exitCode = failures.length === 0 ? 0 : 1;
