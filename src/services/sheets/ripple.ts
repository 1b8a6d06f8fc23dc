import { asItCounts, type BothStates, productsAmong, type ProductStep, stepByStep } from '../catalog/product-steps';
import { countStopping, isChanged, type ReachedSides, type RippleRow, whichStop } from '../catalog/reach';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, placementsOf, type Product, type Sheet } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { reachedBySheet, type Referrer } from '../../data/references';
import { compared } from '../prices/floors';
import { type Looked, lookedAt } from '../drafts/life';
import { costsIn } from '../stock/ledger/figures';
import { sheetLife } from './life';

/**
 * What publishing the drafts of sheets would change, all of them together, product by product, those that have one of
 * these as a part or take it along among them: in the shop as it is published, elsewhere in the draft. The caller may
 * stop at any step.
 *
 * @throws Refusal 404; 409 `draftMoved` where a draft is not the one that was seen
 */
export function rippleOf(
  context: Services,
  looked: readonly Looked[],
): Promise<AsyncGenerator<ProductStep<RippleRow>>> {
  return lookAtChanges(context, looked, rowsOf);
}

/** How many products in the shop publishing a sheet's draft would stop from being sold. */
export const countStoppedBy = async (context: Services, looked: Looked): Promise<number> =>
  countStopping(await lookAtChanges(context, [looked], whichStop));

/** Products that sheets reach, before their drafts are published and after that. */
interface ReachedBySheets extends ReachedSides {
  readonly drafts: readonly Sheet[];
  readonly before: CatalogSurroundings;
  readonly after: CatalogSurroundings;
}

/** @param look says one thing of each product, in their order */
async function lookAtChanges<Row>(
  context: Services,
  looked: readonly Looked[],
  look: (reached: ReachedBySheets, states: readonly BothStates[]) => Promise<(Row | null)[]>,
): Promise<AsyncGenerator<ProductStep<Row>>> {
  const drafts = await atOneMoment(context, async ({ database: { read } }) =>
    (await lookedAt(sheetLife, read, looked)).map(({ draft }) => draft),
  );
  const reached = async (queries: Queries) => {
    const found: Referrer[] = [];
    for (const draft of drafts) found.push(...(await reachedBySheet(queries, draft)));
    return productsAmong(found);
  };
  return stepByStep(context, reached, async ({ database, now }, states) => {
    const {
      surroundings: before,
      today,
      stock,
    } = await readSurroundings(database.read, now(), states.map(asItCounts), { sheets: drafts });
    const after = {
      ...before,
      sheets: new Map([...before.sheets, ...drafts.map((draft) => [draft.key, draft] as const)]),
    };
    const sides = states.map((state) => ({
      before: { product: asItCounts(state), surroundings: before },
      after: { product: asItCounts(state), surroundings: after },
    }));
    return () => look({ sides, today, stock, drafts, before, after }, states);
  });
}

async function rowsOf(
  { sides, today, stock, drafts, before, after }: ReachedBySheets,
  states: readonly BothStates[],
): Promise<(RippleRow | null)[]> {
  const found = await compared(sides, today, costsIn(stock));
  return states.map((state, place) => {
    const comparison = found[place];
    if (!comparison) return null;
    const product = asItCounts(state);
    const reach = reachOf(product, drafts, before, after);
    return {
      ...comparison,
      productId: state.id,
      title: product.title,
      inShop: state.published !== null,
      reach,
      changes: reach !== 'stays' || isChanged(comparison),
    };
  });
}

/** What becomes of some sheets on a product. */
function reachOf(
  product: Product,
  meant: readonly Sheet[],
  before: Pick<CatalogSurroundings, 'sheets'>,
  after: Pick<CatalogSurroundings, 'sheets'>,
): RippleRow['reach'] {
  const keys = new Set(meant.map(({ key }) => key));
  const on = ({ sheets }: typeof before) =>
    new Set(placementsOf(product, sheets.values()).flatMap(({ key }) => (keys.has(key) ? [key] : [])));
  const [was, is] = [on(before), on(after)];
  if ([...is].some((key) => !was.has(key))) return 'joins';
  return [...was].some((key) => !is.has(key)) ? 'leaves' : 'stays';
}
