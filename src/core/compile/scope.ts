import { type CatalogSurroundings, type Choice, type Product, type Report } from '../catalog';
import { Exact } from '../number';
import { type AmountTarget } from '../pricing';
import { type Path, type Wanted } from '../problems';
import { type Keyed } from '../problems/named-things';
import { requireUnit, type Unit, unitByCode } from '../quantity';

/** What compiling one product shares between its steps. */
export interface Scope {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  readonly weightUnit: Unit;
  /** slugs of this product and of those that take it along, outermost first */
  readonly way: readonly string[];
  readonly report: Report;
}

/** Reports whatever has the key of another before it. @param path of the list that they stand in */
export function checkKeys(entries: readonly { readonly key: string }[], path: Path, what: Keyed, report: Report): void {
  const seen = new Set<string>();
  entries.forEach(({ key }, index) => {
    if (seen.has(key)) report([...path, index, 'key'], { code: 'duplicateKey', key, what });
    seen.add(key);
  });
}

/** Finds the choice that an amount, a draw or the price refers to. */
export function findTarget(
  key: string,
  kinds: readonly Choice['kind'][],
  wanted: Wanted,
  path: Path,
  scope: Scope,
): AmountTarget | null {
  const { choices } = scope.product;
  const index = choices.findIndex((choice) => choice.key === key);
  const choice = choices[index];
  if (!choice) {
    scope.report(path, { code: 'unknownReference', what: 'choice', given: key });
    return null;
  }
  if (!kinds.includes(choice.kind)) {
    scope.report(path, { code: 'referenceKind', title: choice.title, wanted });
    return null;
  }
  return {
    index,
    unit:
      choice.kind === 'measure'
        ? (unitByCode(choice.unit) ?? null)
        : choice.kind === 'number'
          ? requireUnit('1')
          : null,
  };
}

/** @returns the unit of that code when it fits what is measured, else null; what is wrong is reported */
export function checkedUnit(code: string, measured: Unit | null, path: Path, report: Report): Unit | null {
  const unit = unitByCode(code);
  if (!unit) {
    report(path, { code: 'unknownUnit', given: code });
    return null;
  }
  if (measured && measured.dimension !== unit.dimension) {
    report(path, { code: 'unitMismatch', unit: measured.words[1], wanted: unit.words[1] });
    return null;
  }
  return unit;
}

/** @returns null for text that is no decimal, which is reported */
export function readDecimal(text: string, path: Path, report: Report): Exact | null {
  const value = Exact.parse(text);
  if (!value) report(path, { code: 'notDecimal', given: text });
  return value;
}
