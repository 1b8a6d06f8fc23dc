import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The built application on a database of its own. */
export interface TestServer {
  readonly origin: string;
  readonly databaseUrl: string;
  /** ends the process at once, as a power cut would */
  kill(): Promise<void>;
  /** starts it again on the same data and port */
  restart(): Promise<void>;
  /** ends it and deletes the data */
  close(): Promise<void>;
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      const port = typeof address === 'object' && address ? address.port : 0;
      probe.close(() => resolve(port));
    });
  });
}

function runToEnd(command: string, args: string[], env: NodeJS.ProcessEnv): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { env, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (chunk) => (said += String(chunk)));
    child.stderr.on('data', (chunk) => (said += String(chunk)));
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${command} ${args.join(' ')} ended with ${code}:\n${said}`))));
  });
}

async function isUp(origin: string): Promise<boolean> {
  return fetch(`${origin}/shop`).then(
    (response) => response.ok,
    () => false,
  );
}

/** Loads the demo into a new database and starts the built application on it. */
export async function startServer(): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
  const databaseUrl = `file:${join(folder, 'shop.db')}`;
  const port = await freePort();
  const origin = `http://127.0.0.1:${port}`;
  const env = { ...process.env, OAK_KNOT_DATABASE_URL: databaseUrl, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' as const };
  await runToEnd(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/cli/prepare.ts'], env);

  let child: ChildProcess | undefined;
  const start = async (): Promise<void> => {
    let said = '';
    child = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)], { env, stdio: ['ignore', 'pipe', 'pipe'] });
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
  return {
    origin,
    databaseUrl,
    kill,
    restart: start,
    async close() {
      await kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
