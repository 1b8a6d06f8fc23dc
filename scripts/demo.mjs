// Installs, migrates, loads the demo, builds and starts: `npm run demo`. Plain Node, because nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';

const fresh = process.argv.includes('--fresh');
const port = Number(process.env.PORT ?? 3000);
const host = process.env.HOST ?? '127.0.0.1';
// Whoever listens on another address is answered there, too.
const hosts = [process.env.OAK_KNOT_HOSTS, host === '0.0.0.0' || host === '::' ? undefined : host]
  .filter(Boolean)
  .join(',');
const env = { ...process.env, OAK_KNOT_HOSTS: hosts, NEXT_TELEMETRY_DISABLED: '1' };

function fail(message) {
  console.error(`\n${message}`);
  process.exit(1);
}

function step(words, command, args) {
  console.log(words);
  const { status } = spawnSync(command, args, { env, stdio: ['ignore', 'inherit', 'inherit'] });
  if (status !== 0) fail(`That did not work (${words.toLowerCase()}). What went wrong is said above.`);
}

/** One figure for the contents of some files and folders, to see whether anything changed. */
function fingerprint(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else hash.update(path).update(readFileSync(path));
  };
  paths.forEach(add);
  return hash.digest('hex');
}

/** Does a step only when what it depends on has changed since it was last done. */
function onlyWhenChanged(mark, paths, work) {
  const now = fingerprint(paths);
  const done = existsSync(mark) ? readFileSync(mark, 'utf8') : '';
  if (done === now) return;
  work();
  writeFileSync(mark, now);
}

function portIsFree() {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', (error) => resolve(error.code !== 'EADDRINUSE'));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

if (Number(process.versions.node.split('.')[0]) < 20)
  fail(`Oak Knot needs Node 20 or newer; this is ${process.versions.node}.`);
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT must be a number from 1 to 65535, not “${process.env.PORT}”.`);
if (!(await portIsFree())) fail(`Port ${port} is in use. Stop what uses it, or choose another: PORT=3001 npm run demo`);

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
// Not `npm ci`: it stops where a registry lacks the builds for platforms other than this one.
onlyWhenChanged(join('node_modules', '.oak-knot-installed'), ['package-lock.json'], () =>
  step('Installing what Oak Knot needs …', npm, ['install', '--no-save', '--no-audit', '--no-fund']),
);
mkdirSync('data', { recursive: true });
step('Preparing the database …', process.execPath, [
  'node_modules/tsx/dist/cli.mjs',
  'src/cli/prepare.ts',
  ...(fresh ? ['--fresh'] : []),
]);
onlyWhenChanged(
  join('data', '.built'),
  ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json', 'scripts/build.mjs'],
  () => step('Building …', process.execPath, ['scripts/build.mjs']),
);
if (!existsSync('.next/BUILD_ID')) step('Building …', process.execPath, ['scripts/build.mjs']);

const server = spawn(process.execPath, ['scripts/start.mjs'], {
  env: { ...env, NODE_ENV: 'production', HOST: host, PORT: String(port) },
  stdio: ['ignore', 'ignore', 'inherit'],
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));

const origin = `http://${host === '127.0.0.1' ? 'localhost' : host}:${port}`;
for (;;) {
  const up = await fetch(`http://${host}:${port}/shop`).then(
    (response) => response.ok,
    () => false,
  );
  if (up) break;
  await new Promise((resolve) => setTimeout(resolve, 200));
}

/** A link that signs in once as the owner of the demo shop; null where the shop is somebody's by now. */
function newLink() {
  const { status, stdout } = spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/cli/demo-link.ts'], {
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  if (status !== 0) fail('No sign-in link could be made. What went wrong is said above.');
  const path = stdout.trim();
  return path === '' ? null : origin + path;
}

const link = newLink();
console.log(
  `\nOak Knot is running.\n  Manager: ${link ?? `${origin}/sign-in`}\n  Shop:    ${origin}/shop\n` +
    (link ? 'The manager’s link signs you in once. Press Enter here for another.\n' : '') +
    'Ctrl C stops it; the data is kept in data/.',
);
if (link && process.stdin.isTTY)
  process.stdin.on('data', () => console.log(`  Manager: ${newLink() ?? `${origin}/sign-in`}`));
