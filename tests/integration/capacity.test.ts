import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { bookings } from '@/data/schema';
import { addToBasket } from '@/services/selling/basket';
import { checkOut, checkoutSchema } from '@/services/selling/checkout';
import { openShopProductView, viewBasket } from '@/services/selling/shop';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
let number = 0;

beforeEach(async () => {
  context = await openServices({ demo: true });
});

afterEach(() => context.close());

// A Saturday of the week that begins on Monday, 15 June 2026.
const course = (quantity: number, day = '2026-06-20') =>
  addToBasket(context, undefined, { slug: 'first-inspection', answers: { day }, quantity });
const order = async (basket: string, payment = 'approve') => {
  const key = `course-order-${(number += 1)}`;
  const { total } = await viewBasket(context, basket);
  return checkOut(
    context,
    basket,
    checkoutSchema.parse({
      name: 'Ada',
      email: 'ada@example.org',
      payment,
      seenTotal: total ?? '',
      idempotencyKey: key,
    }),
  );
};
const booked = () => context.database.read.select({ period: bookings.period, pieces: bookings.pieces }).from(bookings);

describe('a course with twelve places a week', () => {
  it('is booked by orders until the week is full, and refused then with the next that has room', async () => {
    for (const quantity of [6, 4]) await order(await course(quantity));
    expect(await booked()).toEqual([
      { period: '2026-06-15', pieces: 6 },
      { period: '2026-06-15', pieces: 4 },
    ]);
    await expect(course(3)).rejects.toThrow(
      'there is room for 2 in the week of Monday, 15 June 2026, and 3 are asked for',
    );
    const last = await course(2);
    await order(await course(1));
    expect(await viewBasket(context, last)).toMatchObject({
      canOrder: false,
      lines: [{ problems: [{ code: 'noRoom', remedy: 'The next with room is the week of Monday, 22 June 2026.' }] }],
    });
    await expect(order(last)).rejects.toMatchObject({ status: 409, code: 'noLongerAvailable' });
    expect((await order(await course(1))).state).toBe('paid');
    await expect(course(1)).rejects.toThrow('is full');
    await course(6, '2026-06-27');
  });

  it('gives back what is not paid, and never takes more than there is from two at once', async () => {
    expect((await order(await course(6), 'decline')).state).toBe('declined');
    expect(await booked()).toEqual([]);
    const both = [await course(6), await course(6), await course(6)];
    const outcomes = await Promise.allSettled(both.map((basket) => order(basket)));
    expect(outcomes.map(({ status }) => status).sort()).toEqual(['fulfilled', 'fulfilled', 'rejected']);
    expect((await booked()).reduce((sum, { pieces }) => sum + pieces, 0)).toBe(12);
  });

  it('tells customers only where little room is left', async () => {
    await order(await course(1));
    expect((await openShopProductView(context, 'first-inspection', undefined)).booked).toEqual([
      { product: 'first-inspection', period: '2026-06-15', pieces: 1 },
    ]);
    expect((await openShopProductView(context, 'smoker', undefined)).booked).toBeNull();
  });
});
