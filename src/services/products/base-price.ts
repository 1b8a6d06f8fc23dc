import { z } from 'zod';
import { decimalText, Exact } from '../../core/number';
import { faultWords } from '../../core/words';
import { type Services } from '../context';
import { saveDraftOf } from '../drafts/life';
import { Refusal } from '../refusal';
import { productLife } from './life';
import { logChange } from '../logged';

export const basePriceSchema = z.strictObject({
  /** in the shop's currency; null for none of its own */
  price: decimalText.nullable(),
  wasPrice: decimalText.nullable(),
  /** the version of the draft that was seen */
  version: z.int().min(1),
  /** who says so, told apart from others who edit the draft */
  editor: z.string().min(1).max(60),
});

/**
 * Says the base price of a draft and what it was before, without opening it.
 *
 * @returns the new version of the draft
 * @throws Refusal 404; 409 `draftConflict` where somebody else has changed it; 422 for what is no price
 */
export async function setBasePrice(
  { database, now }: Services,
  id: number,
  { price, wasPrice, version, editor }: z.infer<typeof basePriceSchema>,
): Promise<{ readonly version: number }> {
  for (const said of [price, wasPrice]) {
    if (said === null) continue;
    const value = Exact.parse(said);
    if (!value) throw new Refusal(422, 'notDecimal', faultWords({ code: 'notDecimal', given: said }));
    if (value.sign() < 0) throw new Refusal(422, 'negative', 'A price can’t be less than nothing.');
  }
  return database.write(async (transaction) => {
    const { draft } = await productLife.require(transaction, id);
    const definition = { ...draft, price, wasPrice };
    await logChange(transaction, now(), { kind: 'product', key: String(id), title: draft.title }, draft, definition);
    return {
      version: await saveDraftOf(productLife, transaction, { definition, baseVersion: version, editor, id, at: now() }),
    };
  });
}
