import { type FormulaProgram } from './formulas';
import { type Scope } from './scope';

/** Which formulas bound a measure or number, or stand in for its answer; by positions of choices and of formulas. */
export interface BoundingProgram {
  readonly least: ReadonlyMap<number, number>;
  readonly most: ReadonlyMap<number, number>;
  readonly defaults: ReadonlyMap<number, number>;
}

/** Finds what each formula that serves a choice serves; defaults that wait for each other are a fault. */
export function compileBounding(formulas: readonly FormulaProgram[], scope: Scope): BoundingProgram | null {
  const kinds = {
    least: new Map<number, number>(),
    most: new Map<number, number>(),
    default: new Map<number, number>(),
  };
  formulas.forEach((formula, index) => {
    const { serves } = formula;
    if (serves.kind !== 'least' && serves.kind !== 'most' && serves.kind !== 'default') return;
    if (formula.target === null) return;
    const earlier = kinds[serves.kind].get(formula.target);
    if (earlier !== undefined)
      scope.report([...formula.origin, 'serves'], {
        code: 'limitTwice',
        first: formulas[earlier]?.title ?? '',
        second: formula.title,
      });
    else kinds[serves.kind].set(formula.target, index);
  });
  if (kinds.least.size + kinds.most.size + kinds.default.size === 0) return null;
  const seen = new Set<number>();
  const visit = (choice: number, way: readonly number[]): void => {
    if (seen.has(choice)) return;
    const formula = formulas[kinds.default.get(choice) ?? -1];
    if (!formula) return;
    if (way.includes(choice)) {
      const names = [...way.slice(way.indexOf(choice)), choice].map(
        (index) => scope.product.choices[index]?.title ?? '',
      );
      scope.report([...formula.origin, 'text'], { code: 'defaultCycle', way: names.join(' → ') });
      return;
    }
    for (const other of formula.uses) if (kinds.default.has(other)) visit(other, [...way, choice]);
    seen.add(choice);
  };
  for (const choice of kinds.default.keys()) visit(choice, []);
  return { least: kinds.least, most: kinds.most, defaults: kinds.default };
}
