import { z } from 'zod';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { readSurroundings, type SurroundingsNow } from '../catalog/surroundings';
import { type Services } from '../context';
import { joinConditionSchema, productSchema } from '../../core/catalog';
import { compile } from '../../core/compile';
import { packSurroundings, type PortableSurroundings } from '../../core/exchange';
import { inParts } from '../../core/in-parts';
import { type BookedPieces } from '../../core/run';
import { priceWords } from '../../core/words';
import { readBooked } from '../selling/bookings';
import { withStock } from '../selling/overdue';
import { type StockFigures } from '../stock/ledger/figures';
import { type EditedProduct, openProduct } from './drafts';
import { isUsed } from './ripple';

/** What any editor of choices works with beside the document: what that refers to, and no more. */
export interface EditorSurroundings {
  readonly surroundings: PortableSurroundings;
  readonly today: string;
  readonly stock: readonly StockFigures[];
  /** what other products use, to be offered while typing */
  readonly suggestions: ShelfSuggestions;
}

/** Everything the product editor opens with. */
export interface EditorView extends EditorSurroundings {
  readonly opened: EditedProduct;
  /** whether anything has it as a part or takes it along, so that a change of it has a ripple */
  readonly isUsed: boolean;
  /** what it costs, in words; null where nobody can say */
  readonly price: string | null;
  /** what is booked of it and of what belongs to it; null where nothing of it takes room */
  readonly booked: readonly BookedPieces[] | null;
}

/** @throws Refusal 404 */
export function openForEditing(context: Services, id: number): Promise<EditorView> {
  return withStock(context, async (still) => {
    const opened = await openProduct(still, id);
    const now = await readSurroundings(still.database.read, still.now(), [opened.draft], { withDrafts: true });
    return {
      opened,
      price: priceWords(compile(opened.draft, now.surroundings)),
      isUsed: await isUsed(still.database.read, id),
      booked: await readBooked(still.database.read, [opened.draft], now),
      ...(await editorSurroundings(still, now)),
    };
  });
}

/** What an editor works with, whatever it edits. */
export async function editorSurroundings(
  { database }: Services,
  { surroundings, stock, today }: SurroundingsNow,
): Promise<EditorSurroundings> {
  return {
    surroundings: packSurroundings(surroundings),
    today,
    stock,
    suggestions: await readSuggestions(database.read),
  };
}

const key = z.string().max(120);

/** What a definition that is edited begins to refer to. */
export const lackingSchema = z.strictObject({
  stock: z.array(key).max(3_000).default([]),
  products: z.array(key).max(500).default([]).describe('by address'),
  withDrafts: z
    .boolean()
    .default(false)
    .describe('whether products that are not in the shop yet come as they are edited'),
  joins: z.array(joinConditionSchema).max(200).default([]).describe('conditions by which products join its slots'),
});

/** What an editor is sent of what it lacks: of what is not there, nothing. */
export type Lacking = Pick<EditorSurroundings, 'stock'> & Pick<PortableSurroundings, 'products' | 'drafts'>;

/** What an editor needs of what is begun to be referred to: products with all that they take along in turn. */
export function readLacking(
  context: Services,
  { stock: keys, products: slugs, joins, withDrafts }: z.infer<typeof lackingSchema>,
): Promise<Lacking> {
  return withStock(context, async ({ database, now }) => {
    // A product that has nothing but such a slot takes along just these.
    const asking = productSchema.parse({
      slug: 'asking',
      title: '',
      sku: '',
      choices: [
        { kind: 'slot', key: 'asking', title: '', options: slugs.map((slug) => ({ key: slug, title: '' })) },
        ...inParts(joins, 20).map((some, place) => ({ kind: 'slot', key: `asking-${place}`, title: '', joins: some })),
      ],
    });
    const { surroundings, stock } = await readSurroundings(database.read, now(), [asking], { stock: keys, withDrafts });
    const { products, drafts } = packSurroundings(surroundings);
    return { stock, products, drafts };
  });
}
