import { readFileSync } from 'node:fs';
import { stopThreads } from '../services/background/pool';
import { runOak } from './commands';

process.exitCode = await runOak(
  {
    read: () => readFileSync(0, 'utf8'),
    write: (text) => void process.stdout.write(text),
    complain: (text) => void process.stderr.write(text),
  },
  process.argv.slice(2),
);
// What has worked beside would keep the process waiting for more.
await stopThreads();
