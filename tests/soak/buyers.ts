import { spawnSync } from 'node:child_process';
import { type TestServer } from '../support/server';

/** Buyers who all want the same, at once. */

export const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** What became of a buyer, in a word. */
export interface Bought {
  readonly buyer: number;
  readonly state: string;
}

/** What is put into a basket. */
export interface Line {
  readonly slug: string;
  readonly answers: Readonly<Record<string, unknown>>;
  readonly quantity: number;
  readonly parts?: Readonly<Record<string, object>>;
}

interface Answer {
  readonly status: number;
  readonly cookie: string;
  readonly said: { readonly state?: string; readonly code?: string; readonly detail?: string };
}

/** @returns null when the server went away before all of its answer was there */
async function ask(url: string, body: object, cookie: string): Promise<Answer | null> {
  try {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...(cookie && { Cookie: cookie }) },
      body: JSON.stringify(body),
    });
    return {
      status: response.status,
      cookie: response.headers.get('set-cookie')?.split(';')[0] ?? '',
      said: (await response.json()) as Answer['said'],
    };
  } catch {
    return null;
  }
}

/** One buyer: fills a basket and orders it, sending the same key again until there is an answer; some give up. */
export async function buy(server: TestServer, buyer: number, lines: readonly Line[], until: number): Promise<Bought> {
  const send = async (path: string, body: object, cookie: string) => {
    while (Date.now() < until) {
      const answer = await ask(server.origin + path, body, cookie);
      if (answer && answer.status < 500) return answer;
      // Every fifth buyer closes the window when the server is gone.
      if (buyer % 5 === 0 && path.endsWith('checkout')) return null;
      await pause(150 + (buyer % 7) * 40);
    }
    return null;
  };
  await pause((buyer % 20) * 150);
  let cookie = '';
  for (const line of lines) {
    const added = await send('/api/shop/basket', line, cookie);
    if (!added) return { buyer, state: 'gave up' };
    if (added.status !== 200) return { buyer, state: 'refused at the basket' };
    cookie ||= added.cookie;
  }
  const checkout = {
    idempotencyKey: `soak-${buyer}-${until}`,
    name: `Buyer ${buyer}`,
    email: 'buyer@soak.example',
    payment: buyer % 11 === 0 ? 'decline' : buyer % 13 === 0 ? 'timeOut' : 'approve',
    seenTotal: '0',
  };
  // The first press tells what it costs; with that in mind the second one means it.
  const told = await send(
    '/api/shop/checkout',
    { ...checkout, idempotencyKey: `${checkout.idempotencyKey}-look` },
    cookie,
  );
  const [, seenTotal] = /total is now €([0-9.,]+)\./.exec(told?.said.detail ?? '') ?? [];
  if (seenTotal === undefined) return { buyer, state: told?.said.code ?? 'gave up' };
  const placed = await send('/api/shop/checkout', { ...checkout, seenTotal: seenTotal.replaceAll(',', '') }, cookie);
  if (!placed) return { buyer, state: 'gave up' };
  return { buyer, state: placed.said.state ?? placed.said.code ?? 'no answer' };
}

/** Books that so many of a stock item have been counted. */
export async function counted(server: TestServer, stock: string, quantity: number): Promise<void> {
  const response = await server.ask(`/api/manage/stock/${stock}/entries`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ kind: 'adjustment', quantity: String(quantity), reason: 'Soak' }),
  });
  if (!response.ok) throw new Error(`${stock}: ${await response.text()}`);
}

/** How many there were of each end. */
export function talliedWords(bought: readonly Bought[]): string {
  const tally = new Map<string, number>();
  for (const { state } of bought) tally.set(state, (tally.get(state) ?? 0) + 1);
  return [...tally].map(([state, count]) => `${count} ${state}`).join(', ');
}

/** Sums up every movement of stock again. @returns whether the ledger adds up, and what is said of it */
export function verifiedLedger({ databaseUrl }: TestServer): { readonly isRight: boolean; readonly said: string } {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'src/cli/oak.ts', 'ledger', 'verify', '--database', databaseUrl],
    { encoding: 'utf8' },
  );
  return { isRight: status === 0, said: `ledger verify: ${(stdout || stderr).trim()}` };
}
