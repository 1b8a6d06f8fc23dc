import { type PriceList } from '../../core/catalog';
import { type LargeBody } from '../large-bodies';
import { readPriceLists } from '../catalog/catalog-state';
import { savePriceLists } from '../prices/price-lists';
import { seenName } from '../seen';
import { Refusal } from '../refusal';
import { type Services } from '../context';

/** All price lists, in the order in which they are asked. */
export interface PriceListsTold {
  readonly lists: readonly PriceList[];
}

/** The price lists, and their name, as they are now. */
export async function priceListsTold({
  database,
}: Services): Promise<{ readonly told: PriceListsTold; readonly tag: string }> {
  const lists = await readPriceLists(database.read);
  return { told: { lists }, tag: seenName(lists) };
}

/**
 * Puts other price lists in the place of those that hold.
 *
 * @param seen the name of those that they were made from
 * @throws Refusal 412 `changedMeanwhile` where those are others by now; else as `savePriceLists`
 */
export async function putPriceLists(
  context: Services,
  seen: string,
  asked: LargeBody<'toldPriceLists'>,
): Promise<ReturnType<typeof priceListsTold>> {
  try {
    await savePriceLists(context, { ...asked, seen });
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'changedMeanwhile') throw error;
    throw new Refusal(
      412,
      error.code,
      'The price lists have been changed since you got them. Nothing was changed: get them again, make your change to those, and send them.',
    );
  }
  return priceListsTold(context);
}
