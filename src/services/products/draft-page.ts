import { readSurroundings } from '../catalog/surroundings';
import { type Services } from '../context';
import { parseDay } from '../../core/calendar';
import { compile } from '../../core/compile';
import { customerView, pageView } from '../../core/exchange';
import { pricedFor } from '../../core/price-lists';
import { withStock } from '../selling/overdue';
import { shopProductView, type ShopProductView, toldJointly, toldTax } from '../selling/shop';
import { productLife } from './life';

/** As whom, and when, a draft is looked at; what is absent is everybody, and today. */
export interface SeenAs {
  readonly group?: string | null;
  /** as YYYY-MM-DD; anything else is today */
  readonly day?: string | null;
}

/**
 * The page that customers would see of a product's draft, as it was last saved.
 *
 * @throws Refusal 404
 */
export function openDraftPage(
  context: Services,
  id: number,
  { group = null, day = null }: SeenAs,
): Promise<ShopProductView> {
  return withStock(context, async ({ database, now }) => {
    const { draft } = await productLife.require(database.read, id);
    const { surroundings, stock, today } = await readSurroundings(database.read, now(), [draft], {
      withDrafts: true,
    });
    const known = surroundings.shop.groups.some(({ key }) => key === group) ? group : null;
    const on = day !== null && parseDay(day) !== null ? day : today;
    const view = customerView(draft, pricedFor(surroundings, known, on), known, on);
    return shopProductView(
      pageView(view),
      compile(view.product, view.surroundings),
      { stock, today: on },
      {
        tax: toldTax(surroundings.shop, draft, known),
        jointly: toldJointly(surroundings.shop, draft, known),
        booked: null,
      },
    );
  });
}
