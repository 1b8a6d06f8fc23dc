import { eq } from 'drizzle-orm';
import { products } from '../../data/schema';
import { newToken, type Services } from '../context';
import { notFound } from '../refusal';
import { type ShopProductView } from '../selling/shop';
import { openDraftPage, type SeenAs } from './draft-page';
import { productLife } from './life';

/** Lets whoever has the link see a product's draft, as customers will; the same link until it is withdrawn. @returns the secret in it @throws Refusal 404 */
export async function shareDraft({ database }: Services, id: number): Promise<{ readonly token: string }> {
  return database.write(async (transaction) => {
    const { draftLink } = await productLife.require(transaction, id);
    const token = draftLink ?? newToken();
    if (draftLink === null) await transaction.update(products).set({ draftLink: token }).where(eq(products.id, id));
    return { token };
  });
}

/** Withdraws the link: who has it sees nothing any more. @throws Refusal 404 */
export async function withdrawDraftLink({ database }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    await productLife.require(transaction, id);
    await transaction.update(products).set({ draftLink: null }).where(eq(products.id, id));
  });
}

/** The draft that a link shows. @throws Refusal 404 */
export async function openSharedDraft(context: Services, token: string, seen: SeenAs): Promise<ShopProductView> {
  const row = token === '' ? undefined : await context.database.read.query.products.findFirst({ where: eq(products.draftLink, token), columns: { id: true } });
  return row ? openDraftPage(context, row.id, seen) : notFound('draft at this address');
}
