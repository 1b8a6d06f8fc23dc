// Builds the application and the threads that work beside it, drops from the pages what was not built, and lays beside
// every script and style what it comes to compressed as far as it goes: done once here, it costs nobody anything at
// every request.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, parse } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { build } from 'esbuild';
import { BUILT_THREAD } from './built-thread.mjs';

/** Below this, compressing saves no packet on the wire. */
const WORTHWHILE = 1024;

const { status } = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], { stdio: 'inherit' });
if (status !== 0) process.exit(status ?? 1);

await build({
  entryPoints: { [parse(BUILT_THREAD).name]: 'src/services/background/thread.ts' },
  outdir: parse(BUILT_THREAD).dir,
  outExtension: { '.js': parse(BUILT_THREAD).ext },
  chunkNames: 'thread-[name]-[hash]',
  bundle: true,
  // What is loaded later stays where it is until then.
  splitting: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});

// Next writes down which scripts belong to a part that is loaded later before it merges small scripts into larger ones;
// a page would ask for the small ones, too, which are not there any more.
const served = join('.next', 'server', 'app');
for (const file of readdirSync(served, { recursive: true, encoding: 'utf8' }).filter((name) =>
  name.endsWith('react-loadable-manifest.json'),
)) {
  const parts = Object.entries(JSON.parse(readFileSync(join(served, file), 'utf8')));
  const there = parts.map(([id, part]) => [
    id,
    { ...part, files: part.files.filter((name) => existsSync(join('.next', name))) },
  ]);
  writeFileSync(join(served, file), JSON.stringify(Object.fromEntries(there)));
}

const root = join('.next', 'static');
const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((file) =>
  /\.(js|css|json|svg)$/.test(file),
);
await Promise.all(
  files.map(async (file) => {
    const content = readFileSync(join(root, file));
    if (content.length < WORTHWHILE) return;
    const best = {
      params: {
        [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
      },
    };
    writeFileSync(join(root, `${file}.br`), await promisify(brotliCompress)(content, best));
    writeFileSync(join(root, `${file}.gz`), await promisify(gzip)(content, { level: 9 }));
  }),
);
