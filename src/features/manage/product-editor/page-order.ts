import { type Choice, type Placement, placementSchema, placementsOf, type Product, type Sheet } from '@/core/catalog';
import { insideNameOf } from '@/core/words';

/** One line of the page: a choice of the product's own, or a sheet. */
export type PageEntry =
  | { readonly key: string; readonly kind: 'choice'; readonly title: string; readonly choice: Choice }
  | {
      readonly key: string;
      readonly kind: 'sheet';
      readonly title: string;
      readonly sheetKey: string;
      readonly sheet: Sheet | undefined;
      readonly placement: Placement;
    };

/** Own choices and sheets in the order of the page. */
export function pageEntries(product: Product, sheets: ReadonlyMap<string, Sheet>): PageEntry[] {
  const own = new Set(product.choices.map(({ key }) => key));
  const placements = placementsOf(product, sheets.values()).map((placement): PageEntry & { after: string | null } => {
    const sheet = sheets.get(placement.key);
    const after =
      placement.after === '' || (placement.after !== null && own.has(placement.after)) ? placement.after : null;
    return {
      key: `sheet:${placement.key}`,
      kind: 'sheet',
      title: sheet?.title ?? placement.key,
      sheetKey: placement.key,
      sheet,
      placement,
      after,
    };
  });
  const following = (key: string | null) => placements.filter(({ after }) => after === key);
  return [
    ...following(''),
    ...product.choices.flatMap((choice): PageEntry[] => [
      { key: `choice:${choice.key}`, kind: 'choice', title: insideNameOf(choice), choice },
      ...following(choice.key),
    ]),
    ...following(null),
  ];
}

/** Puts a draft's choices and sheets into the order of some page entries. */
export function applyPageOrder(draft: Product, entries: readonly PageEntry[]): void {
  const own = entries.flatMap((entry) =>
    entry.kind === 'choice' ? (draft.choices.find(({ key }) => key === entry.choice.key) ?? []) : [],
  );
  const placed: Placement[] = [];
  let after = '';
  const last = own.at(-1)?.key;
  for (const entry of entries) {
    if (entry.kind === 'choice') after = entry.choice.key;
    // Behind the last choice means at the end, also when another choice is added.
    else
      placed.push(
        placementSchema.parse({ ...entry.placement, after: own.length === 0 || after === last ? null : after }),
      );
  }
  const mentioned = new Set(placed.map(({ key }) => key));
  draft.choices = own;
  draft.sheets = [...placed, ...draft.sheets.filter(({ key }) => !mentioned.has(key))];
}
