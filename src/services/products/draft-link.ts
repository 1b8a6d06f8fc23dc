import { createHmac, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { products } from '../../data/schema';
import { newToken, type Services } from '../context';
import { notFound } from '../refusal';
import { type ShopProductView } from '../selling/shop';
import { openDraftPage, type SeenAs } from './draft-page';
import { productLife } from './life';

export const sharedAsSchema = z.strictObject({
  group: z.string().max(60).nullable().default(null),
  day: z.string().max(10).nullable().default(null),
});

/**
 * Lets whoever has the link see a product's draft, as customers of one group will on one day: the link says for whom,
 * and can't be made to say another. Links hold until they are withdrawn, all together.
 *
 * @returns what stands in the address
 * @throws Refusal 404
 */
export async function shareDraft(
  { database }: Services,
  id: number,
  { group = null, day = null }: SeenAs = {},
): Promise<{ readonly token: string }> {
  return database.write(async (transaction) => {
    const { draftLink } = await productLife.require(transaction, id);
    const secret = draftLink ?? newToken();
    if (draftLink === null) await transaction.update(products).set({ draftLink: secret }).where(eq(products.id, id));
    const said = [String(id), Buffer.from(group ?? '').toString('base64url'), day ?? ''].join('~');
    return { token: `${said}~${sealOf(secret, said)}` };
  });
}

/** What only who knows the secret can write behind what a link says. */
const sealOf = (secret: string, said: string): string =>
  createHmac('sha256', secret).update(said).digest('base64url').slice(0, 32);

/** Withdraws the links: who has one sees nothing any more. @throws Refusal 404 */
export async function withdrawDraftLink({ database }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    await productLife.require(transaction, id);
    await transaction.update(products).set({ draftLink: null }).where(eq(products.id, id));
  });
}

/** The draft that a link shows, for whom it says. @throws Refusal 404 */
export async function openSharedDraft(context: Services, token: string): Promise<ShopProductView> {
  const [id = '', group = '', day = '', seal = ''] = token.split('~');
  const row = /^\d{1,15}$/.test(id)
    ? await context.database.read.query.products.findFirst({
        where: eq(products.id, Number(id)),
        columns: { id: true, draftLink: true },
      })
    : undefined;
  const [given, right] = [seal, row?.draftLink ? sealOf(row.draftLink, [id, group, day].join('~')) : ''].map((text) =>
    Buffer.from(text),
  );
  const isRight =
    given !== undefined &&
    right !== undefined &&
    right.length > 0 &&
    given.length === right.length &&
    timingSafeEqual(given, right);
  if (!row || !isRight) return notFound('draft at this address');
  return openDraftPage(context, row.id, {
    group: group === '' ? null : Buffer.from(group, 'base64url').toString('utf8'),
    day: day === '' ? null : day,
  });
}
