import { formulaName, hasOptions, type Product } from '../catalog';
import { dimOf, formulaUnit, sameDim } from '../formula';
import { type FaultData, type HiddenName, type Path } from '../problems';
import { unitByCode } from '../quantity';
import { type Assembled } from './assemble';

type Add = (path: Path, data: FaultData) => void;

/** What formulas call by themselves: how many are taken, and the base price. */
const OWN_NAMES: Readonly<Record<string, HiddenName>> = { quantity: { kind: 'quantity' }, base: { kind: 'base' } };

/** The inside name that formulas of its own place use: of a choice of a sheet, without the sheet's name. */
const ownName = (key: string) => formulaName(key.slice(key.lastIndexOf('.') + 1));
const placeOf = (key: string) => (key.includes('.') ? key.slice(0, key.lastIndexOf('.')) : null);

/**
 * Tells of names that mean two things: a unit, too, or something else that is named alike and can't be reached any
 * more.
 */
export function checkNames(
  { product, formulas, rates }: Pick<Assembled, 'product' | 'formulas' | 'rates'>,
  currency: string,
  add: Add,
): void {
  checkProperties(product, add);
  if (formulas.length === 0) return;
  const measures = product.choices.flatMap((choice, index) =>
    choice.kind === 'measure' || choice.kind === 'number'
      ? [{ choice, index, name: ownName(choice.key), place: placeOf(choice.key) }]
      : [],
  );
  for (const { choice, index, name } of measures) {
    if (formulaUnit(name, currency)) add(['choices', index], { code: 'nameIsUnit', name, title: choice.title });
    const hidden = OWN_NAMES[name];
    if (hidden !== undefined) add(['choices', index], { code: 'nameHidden', name, title: choice.title, hidden });
  }
  for (const { rate, origin, sheet } of rates) {
    const name = formulaName(rate.key);
    if (formulaUnit(name, currency)) add([...origin, 'key'], { code: 'nameIsUnit', name, title: rate.title || name });
    // Within one sheet, or one product: what a sheet calls its own comes first there, and is meant to.
    const measure = measures.find((other) => other.name === name && other.place === sheet);
    if (measure)
      add([...origin, 'key'], {
        code: 'nameHidden',
        name,
        title: measure.choice.title,
        hidden: { kind: 'rate', title: rate.title || name },
      });
    else if (OWN_NAMES[name] !== undefined)
      add([...origin, 'key'], { code: 'nameHidden', name, title: rate.title || name, hidden: OWN_NAMES[name] });
  }
}

/** A property measures one thing: what is a length with one option is no weight with another. */
function checkProperties(product: Product, add: Add): void {
  const known = new Map<string, { dim: ReturnType<typeof dimOf>; title: string; choice: number }>();
  product.choices.forEach((choice, index) => {
    if (!hasOptions(choice)) return;
    choice.options.forEach((option, place) => {
      for (const [name, said] of Object.entries(option.properties)) {
        const unit = 'text' in said ? undefined : unitByCode(said.unit);
        if (!unit) continue;
        const first = known.get(name);
        const here = { dim: dimOf(unit), title: `${choice.title}, ${option.title}`, choice: index };
        if (!first) known.set(name, here);
        else if (!sameDim(first.dim, here.dim)) {
          const data = { name, here: here.title, there: first.title };
          add(
            ['choices', index, 'options', place, 'properties', name],
            first.choice === index ? { code: 'propertyMixed', ...data } : { code: 'propertyElsewhere', ...data },
          );
        }
      }
    });
  });
}
