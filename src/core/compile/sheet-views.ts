import { alike, type Layer, layerSchema, type Placement, type ProductView, type Sheet, viewSchema } from '../catalog';
import { mapReferences, type Reference, visitReferences } from '../fields';
import { Exact } from '../number';
import { type Path } from '../problems';
import { partedKey, placedKey } from './placed-key';

/** A view of a product as it is put together, with where it and its layers are edited. */
export interface PlacedView {
  readonly view: ProductView;
  readonly origin: Path;
  readonly layers: readonly Path[];
}

/** A sheet on a product. */
interface OnProduct {
  readonly sheet: Sheet;
  readonly overrides: Placement['overrides'];
}

/** Whether layers of one view lie over another: both are called the same and drawn at the same scale. */
const liesOver = (view: ProductView, other: ProductView): boolean =>
  alike(view.title, other.title) && isSameScale(view.scale, other.scale);

function isSameScale(one: string | null, other: string | null): boolean {
  const [a, b] = [one, other].map((text) => (text === null ? null : Exact.parse(text)));
  return a && b ? a.equals(b) : one === other;
}

/**
 * The views of a product with what its sheets bring: layers over the view that they lie over, else views of their own,
 * in the order of the sheets. A layer for which the product leaves out what it asks is left out, too.
 *
 * @returns null where no sheet brings any
 */
export function withSheetViews(
  own: readonly ProductView[],
  placed: readonly OnProduct[],
): readonly PlacedView[] | null {
  if (placed.every(({ sheet }) => sheet.views.length === 0)) return null;
  const all: PlacedView[] = own.map((view, index) => {
    const origin = ['views', index];
    return { view, origin, layers: view.layers.map((_, place) => [...origin, 'layers', place]) };
  });
  for (const one of placed)
    one.sheet.views.forEach((view, index) => {
      const brought = broughtBy(one, view, ['sheets', one.sheet.key, 'views', index]);
      const below = all.findIndex((other) => liesOver(brought.view, other.view));
      const under = all[below];
      if (under) all[below] = laidOver(under, brought);
      // A view of which nothing is left would be an empty frame.
      else if (brought.layers.length > 0) all.push(brought);
    });
  return all;
}

const laidOver = (under: PlacedView, { view, layers }: PlacedView): PlacedView => ({
  ...under,
  view: { ...under.view, layers: [...under.view.layers, ...view.layers] },
  layers: [...under.layers, ...layers],
});

/** A view of a sheet under the names that all in it has on the product. */
function broughtBy({ sheet, overrides }: OnProduct, view: ProductView, origin: Path): PlacedView {
  const leftOut = new Set(Object.entries(overrides).flatMap(([key, said]) => (said.leftOut ? key : [])));
  const kept = view.layers.map((layer, place) => ({ layer, place })).filter(({ layer }) => !asks(layer, leftOut));
  const called = namesOn(sheet);
  return {
    view: mapReferences(viewSchema, { ...view, layers: kept.map(({ layer }) => layer) }, called),
    origin,
    layers: kept.map(({ place }) => [...origin, 'layers', place]),
  };
}

/** Whether a layer names one of some choices. */
function asks(layer: Layer, choices: ReadonlySet<string>): boolean {
  if (choices.size === 0) return false;
  let found = false;
  visitReferences(layerSchema, layer, ({ what, key, scope }) => {
    if ((what === 'choice' || what === 'place') && scope === null && choices.has(key)) found = true;
  });
  return found;
}

/** What things of a sheet are called on a product. */
function namesOn({ key: sheet, choices, formulas }: Sheet): (reference: Reference) => string {
  const asked = new Set(choices.map(({ key }) => key));
  const reckoned = new Set(formulas.map(({ key }) => key));
  return ({ what, key, own, scope }) => {
    if (scope !== null) return key;
    const isOfSheet =
      own || (what === 'formula' && reckoned.has(key)) || ((what === 'choice' || what === 'place') && asked.has(key));
    return isOfSheet ? placedKey(sheet, key) : key;
  };
}

/** Where a view of a sheet is on a product: key of the view there. Null where nothing of it is left. */
export function shownAs(views: readonly ProductView[], sheet: string, view: ProductView): string | null {
  const named = (key: string) => placedKey(sheet, key);
  const alone = views.find(({ key }) => key === named(view.key));
  const over = views.find(({ layers }) => layers.some(({ key }) => view.layers.some((one) => named(one.key) === key)));
  return (alone ?? over ?? views.find((other) => liesOver(view, other)))?.key ?? null;
}

/** What a resolution says of each view: which of its layers are seen. */
type ViewsSeen = readonly { readonly view: string; readonly layers: readonly string[] }[];

/**
 * The views of an item of which anything is seen: one without a layer to show would be an empty frame.
 *
 * @param seen absent for all of them, whatever is seen
 */
export function viewsWithLayers<V extends Pick<ProductView, 'key'>>(
  all: readonly V[],
  seen: ViewsSeen | undefined,
): readonly V[] {
  if (!seen) return all;
  const shown = new Set(seen.flatMap(({ view, layers }) => (layers.length > 0 ? view : [])));
  return all.filter(({ key }) => shown.has(key));
}

/**
 * The view that stands for an item where one picture does: the first of which anything is seen. What a sheet alone
 * brings, such as a card that goes along, stands for nothing that has pictures of its own.
 *
 * @param product as it is put together
 * @param seen absent where it stands for it, whatever is seen
 */
export function standingView<V extends Pick<ProductView, 'key'>>(
  { views, pictures }: { readonly views: readonly V[]; readonly pictures: readonly unknown[] },
  seen?: ViewsSeen,
): V | null {
  const [first] = viewsWithLayers(views, seen);
  return first && (pictures.length === 0 || partedKey(first.key) === null) ? first : null;
}
