import { moneyDigits } from '@/core/money';
import { Database } from '@/data/database';
import { type Services } from '@/services/context';
import { addToBasket, readBasket } from '@/services/selling/basket';
import { checkOut } from '@/services/selling/checkout';

/** Orders ten centimetres of mesh again and again, saying each paid order, until this process is killed. */
async function orderUntilKilled(url: string): Promise<void> {
  const database = await Database.open(url);
  const context: Services = { database, now: () => new Date() };
  for (let count = 0; ; count += 1) {
    const basket = await addToBasket(context, undefined, {
      slug: 'stainless-mesh',
      answers: { opening: 'fine', length: '0.1 m' },
      quantity: 1,
    });
    const { total, currency } = await readBasket(context, basket);
    if (!total) throw new Error('no total');
    const order = await checkOut(context, basket, {
      idempotencyKey: `killed-${process.pid}-${count}`,
      name: 'Kill Me',
      email: 'kill@me.example',
      payment: 'approve',
      seenTotal: moneyDigits(total, currency),
    });
    process.stdout.write(`${order.state} ${order.number}\n`);
  }
}

void orderUntilKilled(process.argv[2] ?? '');
