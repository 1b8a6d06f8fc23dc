import { type Product } from '../catalog';
import { type Fault, type Path } from '../problems';
import { type KitProgram } from './kit';

/**
 * The faults that keep every selection from being sold. Nobody need take along what may be left out: that it is not
 * there keeps the product from being published, not from being sold. Likewise what a view names and is gone: its layer
 * is not seen.
 *
 * @param gone positions of the choices that would take along what is not there
 * @param placeOf where a place of the product stands in the definition, as faults name it
 */
export function blockingOf(
  faults: readonly Fault[],
  product: Product,
  kit: KitProgram | null,
  gone: readonly number[],
  placeOf: (path: Path) => Path,
): Fault[] {
  const declinable = new Set(
    [
      ...gone.flatMap((index): Path[] => (product.choices[index]?.required ? [] : [['choices', index]])),
      ...dispensable(product, kit),
    ].map((path) => placeOf(path).join(' ')),
  );
  const isDeclinable = ({ code, path }: Fault) =>
    ((code === 'addOnUnknown' || PART_FAULTS.has(code)) && declinable.has(path.slice(0, -1).join(' '))) ||
    (PART_FAULTS.has(code) && kit !== null && canDoWithout(kit, product, path));
  return faults.filter((fault) => fault.gravity === 'mustFix' && !isDeclinable(fault) && !isOfLooks(fault));
}

/** Whether something is wrong with how it looks alone; what is another host’s is shown to nobody. */
const isOfLooks = ({ path: [field, , ofSheet], code }: Fault): boolean =>
  (field === 'views' || (field === 'sheets' && ofSheet === 'views')) &&
  code !== 'pictureElsewhere' &&
  code !== 'hidesSigns';

/**
 * Places of the candidates of slots that can be done without: of slots that may stay empty, or have another that can be
 * sold.
 */
function dispensable({ choices }: Product, kit: KitProgram | null): Path[] {
  return (kit?.slots ?? []).flatMap(({ choice, byOption }) => {
    const slot = choices[choice];
    if (
      slot?.kind !== 'slot' ||
      (slot.required && !byOption.some((candidate) => candidate && candidate.program.blocking.length === 0))
    )
      return [];
    return slot.options.map((_, place): Path => ['choices', choice, 'options', place]);
  });
}

/** What is wrong with one product that a part can be, and not with the whole. */
const PART_FAULTS: ReadonlySet<Fault['code']> = new Set(['partUnknown', 'partFaulty', 'partAnswerRefused']);

/** Whether a part can be left out, or be another product that can be sold. */
function canDoWithout({ components }: KitProgram, { parts }: Product, [, place]: Path): boolean {
  const component = typeof place === 'number' ? components[place] : undefined;
  if (!component) return false;
  return (
    (parts[Number(place)]?.optional ?? false) ||
    component.candidates.some(({ program }) => program.blocking.length === 0)
  );
}
