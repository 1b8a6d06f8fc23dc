import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../../src/data/database';
import { demoLink } from '../../src/services/people/demo-owner';

/** The built application on a database of its own. */
export interface TestServer {
  readonly origin: string;
  readonly databaseUrl: string;
  /** an address that signs in once, as the owner */
  link(): Promise<string>;
  /** asks it as the owner who is signed in, as `fetch` does */
  ask(path: string, init?: RequestInit): Promise<Response>;
  /** what a browser of the owner's sends with everything */
  cookie(): Promise<string>;
  /** ends the process at once, as a power cut would */
  kill(): Promise<void>;
  /** starts it again on the same data and port */
  restart(): Promise<void>;
  /** ends it and deletes the data */
  close(): Promise<void>;
}

/**
 * Ports below those that systems give to whoever asks another: what is free there now is so when the server asks for
 * it.
 */
const [FIRST_PORT, PORTS] = [20_000, 10_000];

const isFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

export async function freePort(): Promise<number> {
  for (let tries = 0; tries < 100; tries += 1) {
    const port = FIRST_PORT + Math.floor(Math.random() * PORTS);
    if (await isFree(port)) return port;
  }
  throw new Error(`no port is free from ${FIRST_PORT} on`);
}

async function isUp(origin: string): Promise<boolean> {
  return fetch(`${origin}/shop`).then(
    (response) => response.ok,
    () => false,
  );
}

/** Loads the demo into a new database, as whoever starts the application does. */
export function prepareDemo(file: string): void {
  const env = { ...process.env, OAK_KNOT_DATABASE_URL: `file:${file}`, NODE_ENV: 'production' as const };
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'src/cli/prepare.ts'],
    { env, encoding: 'utf8' },
  );
  if (status !== 0) throw new Error(`the demo could not be loaded:\n${stdout}${stderr}`);
}

/** Signs in by a link, as its page does. @returns the cookies a browser is told to keep, with what is said of them */
export async function cookiesFor(
  origin: string,
  link: string,
  headers: Readonly<Record<string, string>> = {},
): Promise<string[]> {
  const response = await fetch(`${origin}/api/sign-in/link`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify({ secret: new URL(link).hash.slice(1) }),
  });
  if (!response.ok) throw new Error(`nobody was signed in: ${await response.text()}`);
  return response.headers.getSetCookie();
}

/** The same. @returns what a browser would send from then on */
export const cookieFor = async (origin: string, link: string): Promise<string> =>
  (await cookiesFor(origin, link)).map((cookie) => cookie.split(';')[0]).join('; ');

/**
 * Starts the built application on a database of its own with the demo in it: a copy of one that has it, or a new one.
 *
 * @param set what else the machine sets; where that names a database, it is started on that
 */
export async function startServer(demo?: string, set: Readonly<Record<string, string>> = {}): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  const file = join(folder, 'shop.db');
  const databaseUrl = set.OAK_KNOT_DATABASE_URL ?? `file:${file}`;
  const port = await freePort();
  const origin = `http://127.0.0.1:${port}`;
  const env = {
    ...process.env,
    ...set,
    OAK_KNOT_DATABASE_URL: databaseUrl,
    NEXT_TELEMETRY_DISABLED: '1',
    NODE_ENV: 'production' as const,
  };
  const isOwn = set.OAK_KNOT_DATABASE_URL === undefined;
  if (isOwn && demo === undefined) prepareDemo(file);
  if (isOwn && demo !== undefined) copyFileSync(demo, file);

  let child: ChildProcess | undefined;
  const start = async (): Promise<void> => {
    let said = '';
    child = spawn(process.execPath, ['scripts/start.mjs'], {
      env: { ...env, HOST: '127.0.0.1', PORT: String(port) },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    child.stdout?.on('data', (chunk) => (said += String(chunk)));
    child.stderr?.on('data', (chunk) => (said += String(chunk)));
    for (let waited = 0; waited < 40_000; waited += 200) {
      if (await isUp(origin)) return;
      if (child.exitCode !== null) break;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    throw new Error(`the server did not start:\n${said}`);
  };
  const kill = async (): Promise<void> => {
    const running = child;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    const ended = new Promise((resolve) => running.once('exit', resolve));
    running.kill('SIGKILL');
    await ended;
  };
  await start();
  const link = async (): Promise<string> => {
    const database = await Database.open(databaseUrl);
    const path = await demoLink({ database, now: () => new Date() });
    database.close();
    if (path === null) throw new Error('the shop is somebody else’s');
    return origin + path;
  };
  let signedIn: Promise<string> | undefined;
  const cookie = () => (signedIn ??= link().then((address) => cookieFor(origin, address)));
  return {
    origin,
    databaseUrl,
    link,
    cookie,
    async ask(path, init) {
      const headers = new Headers(init?.headers);
      headers.append('Cookie', await cookie());
      return fetch(origin + path, { ...init, headers });
    },
    kill,
    restart: start,
    async close() {
      await kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
