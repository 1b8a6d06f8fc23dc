import { startServer, type TestServer } from '../tests/support/server';
import { median } from './rounds';

/**
 * How long the shop's list takes while somebody keeps the server busy with one kind of request, beside how long it
 * takes when it is quiet; in one run, on the built application. Needs `npm run build` first.
 */

const CLIENTS = 8;
const QUIET_ROUNDS = 40;
const BUSY_MILLISECONDS = 6_000;

async function request(server: TestServer, path: string, body?: unknown): Promise<void> {
  const response = await server.ask(
    path,
    body === undefined
      ? {}
      : {
          method: 'POST',
          headers: { 'content-type': 'application/json', origin: server.origin },
          body: JSON.stringify(body),
        },
  );
  await response.arrayBuffer();
}

async function timed(work: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

const suit = { answers: { size: 'm', cloth: 'slate', name: 'Ada' }, quantity: 1 };
const LOADS: Readonly<Record<string, (server: TestServer) => Promise<void>>> = {
  resolve: (server) => request(server, '/api/v1/products/bee-suit/resolve', suit),
  basket: (server) => request(server, '/api/shop/basket', { slug: 'smoker-fuel', answers: {}, quantity: 1 }),
  products: (server) => request(server, '/manage/products'),
  orders: (server) => request(server, '/manage/orders'),
};

const server = await startServer();
try {
  const shop = () => timed(() => request(server, '/shop'));
  for (let count = 0; count < 20; count += 1) await shop();
  const times: number[] = [];
  for (let count = 0; count < QUIET_ROUNDS; count += 1) times.push(await shop());
  const quiet = median(times);
  process.stdout.write(
    `GET /shop, median: ${quiet.toFixed(1)} ms when it is quiet (the aim is at most 4 times as long under load)\n`,
  );
  for (const [name, load] of Object.entries(LOADS)) {
    const until = performance.now() + BUSY_MILLISECONDS;
    let served = 0;
    const busy = Array.from({ length: CLIENTS }, async () => {
      while (performance.now() < until) {
        await load(server);
        served += 1;
      }
    });
    const under: number[] = [];
    while (performance.now() < until) under.push(await shop());
    await Promise.all(busy);
    process.stdout.write(
      `  while ${CLIENTS} clients hammer ${name.padEnd(9)} ${median(under).toFixed(1).padStart(7)} ms, ${(median(under) / quiet).toFixed(1)} times as long (${served} served)\n`,
    );
  }
} finally {
  await server.close();
}
