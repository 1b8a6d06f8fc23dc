import { Database } from '@/data/database';
import { checkOut } from '@/services/selling/checkout';

/** Orders one basket once, and says what became of it. */
async function orderOnce(url: string, basket: string, idempotencyKey: string, seenTotal: string): Promise<void> {
  const database = await Database.open(url);
  const said = await checkOut({ database, now: () => new Date(Date.UTC(2026, 4, 4, 9)) }, basket, {
    idempotencyKey,
    name: 'Two Windows',
    email: 'two@windows.example',
    payment: 'approve',
    seenTotal,
  }).then(
    ({ state, number }) => `${state} ${number}`,
    (error: { code?: string; message?: string }) => `${error.code ?? ''} ${error.message ?? ''}`,
  );
  process.stdout.write(said);
  database.close();
}

const [url = '', basket = '', key = '', seenTotal = ''] = process.argv.slice(2);
void orderOnce(url, basket, key, seenTotal);
