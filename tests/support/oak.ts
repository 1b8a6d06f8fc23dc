import { runOak } from '@/cli/commands';

/** The demo catalog, as the command line is told of it. */
export const DEMO = 'demo/catalog.json';

/** Runs the command line in this process. */
export async function oak(args: string[], input = '') {
  const said = { stdout: '', stderr: '' };
  const status = await runOak(
    { read: () => input, write: (text) => void (said.stdout += text), complain: (text) => void (said.stderr += text) },
    args,
  );
  return { status, stdout: said.stdout, stderr: said.stderr.trim() };
}
