// Everything that must hold: types, lint, import rules, unit, reference, integration and end-to-end tests.
// Installs what it needs first. The last line is `N passed, N failed`.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
const REPORTS = 'test-results';
/** Tests that held only when they were tried again. */
const SECOND_TRIES = join(REPORTS, 'second-tries.txt');
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', CI: process.env.CI ?? '1', SECOND_TRIES };
let passed = 0;
let failed = 0;
/** How long each group took, in whole seconds. */
const took = [];

/** Begins to time a group. @returns what ends it */
function timed(name) {
  const began = performance.now();
  return () => took.push(`${name} ${Math.round((performance.now() - began) / 1000)} s`);
}

/** What failed, in words: told again at the end, where whoever reads only the end of a long log finds it. */
const failures = [];

function run(command, args) {
  return spawnSync(command, args, { env, stdio: ['ignore', 'inherit', 'inherit'] }).status === 0;
}

function finish() {
  console.log(`\nHow long it took: ${took.join(', ')}`);
  if (existsSync(SECOND_TRIES))
    console.log(`\nHeld only when it was tried again:\n${readFileSync(SECOND_TRIES, 'utf8')}`);
  if (failures.length > 0) console.log(`\nWhat failed:\n${failures.join('\n')}\n`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed > 0 ? 1 : 0);
}

function fail(what) {
  failed += 1;
  failures.push(what);
}

/** One check that passes or fails as a whole. */
function check(name, command, args) {
  console.log(`\n== ${name}`);
  const done = timed(name);
  const right = run(command, args);
  done();
  return judged(name, right);
}

/** Checks that each need one core, two at a time, the longest first; what each says is told in one piece. */
async function checks(all) {
  const waiting = [...all];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await checkBeside(next);
  };
  await Promise.all([work(), work()]);
}

const checkBeside = ([name, ...args]) =>
  new Promise((resolve) => {
    const done = timed(name);
    const child = spawn(process.execPath, args, { env, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += String(chunk)));
    child.on('close', (status) => {
      done();
      console.log(`\n== ${name}\n${said}`);
      resolve(judged(name, status === 0));
    });
  });

function judged(name, right) {
  console.log(`${name}: ${right ? 'passed' : 'FAILED'}`);
  if (right) passed += 1;
  else fail(name);
  return right;
}

/** Tests, counted one by one. */
function tests(project) {
  console.log(`\n== tests: ${project}`);
  const report = join(REPORTS, `${project}.json`);
  const done = timed(project);
  const right = run(process.execPath, [
    'node_modules/vitest/vitest.mjs',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    '--reporter=./scripts/second-try.mjs',
    `--outputFile=${report}`,
  ]);
  done();
  const counts = existsSync(report)
    ? JSON.parse(readFileSync(report, 'utf8'))
    : { numPassedTests: 0, numFailedTests: 0, testResults: [] };
  passed += counts.numPassedTests;
  for (const file of counts.testResults)
    for (const { status, fullName, failureMessages } of file.assertionResults)
      if (status === 'failed')
        fail(`${relative(process.cwd(), file.name)}: ${fullName}\n  ${failureMessages.join('\n').slice(0, 1500)}`);
  // A file that could not even be read has no failed test in it, but has failed.
  if (!right && counts.numFailedTests === 0) fail(`tests: ${project}, as a whole`);
}

/**
 * The browser of the end-to-end tests, installed when we may: best the one that never has a window, which needs a fifth
 * less of a machine for the same.
 */
function ensureBrowser() {
  const { browsers, driver } = JSON.parse(readFileSync(new URL('browser-paths.json', import.meta.url), 'utf8'));
  const [best] = browsers;
  const isThere = (path) => existsSync(path) && existsSync(process.env.CHROMEDRIVER ?? driver);
  const any = () => (process.env.CHROMIUM ? [process.env.CHROMIUM] : browsers).some(isThere);
  if (process.env.CHROMIUM || isThere(best)) return any() || missing();
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium and ChromeDriver …');
    const install = (...packages) =>
      run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages, 'chromium-driver']);
    run('apt-get', ['update', '-qq']);
    if (!install('chromium-headless-shell') && !any()) install('chromium');
  }
  return any() || missing();
}

function missing() {
  console.error(
    'The end-to-end tests need Chromium and ChromeDriver (on Debian: apt-get install chromium-headless-shell chromium-driver), or their paths in CHROMIUM and CHROMEDRIVER.',
  );
  return false;
}

rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
// Not `npm ci`: it stops where a registry lacks the builds for platforms other than this one.
if (!existsSync('node_modules/vitest') && !run(npm, ['install', '--no-save', '--no-audit', '--no-fund'])) {
  fail('installing');
  finish();
}
const node = process.execPath;
run(node, ['node_modules/next/dist/bin/next', 'typegen']);
await checks([
  ['lint', 'node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0'],
  ['format', 'node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'],
  ['types', 'node_modules/typescript/bin/tsc', '--noEmit', '-p', '.'],
  [
    'import rules',
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    'src',
    '--config',
    '.dependency-cruiser.cjs',
  ],
  ['nothing dead', 'node_modules/knip/bin/knip.js', '--production', '--no-progress', '--include', 'exports,files'],
]);
tests('unit');
tests('apart');
tests('integration');
if (check('build', node, ['scripts/build.mjs'])) {
  if (ensureBrowser()) tests('e2e');
  else fail('Chromium and ChromeDriver');
}
finish();
