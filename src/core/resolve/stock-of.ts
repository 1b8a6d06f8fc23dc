import { type Path } from '../catalog';
import { type DrawProgram, effectFor, type Program } from './program';

/** A stock item that a product can draw from, and where in the product that stands. */
export interface DrawnStock {
  readonly key: string;
  readonly title: string;
  /** as a path of the assembled product, of the first place that draws it */
  readonly path: Path;
  /** whether only something that is taken along draws it */
  readonly along: boolean;
}

/**
 * Every stock item that some selection of a product takes from: by the product, its variants, its options, its formulas,
 * its rules, and what is taken along. The one list of them.
 *
 * @param group key of the customer's group, for which what is taken along may draw something else
 */
export function stockOf(program: Program, group: string | null = null): ReadonlyMap<string, DrawnStock> {
  const found = new Map<string, DrawnStock>();
  const add = (path: Path, draw: Pick<DrawProgram, 'stock' | 'title'> | null, along = false) => {
    if (!draw) return;
    const known = found.get(draw.stock);
    if (!known) found.set(draw.stock, { key: draw.stock, title: draw.title, path, along });
    else if (known.along && !along) found.set(draw.stock, { ...known, along });
  };
  program.draws.forEach((draw, index) => add(['draws', index], draw));
  program.formulas.forEach(({ draw }, index) => add(['formulas', index], draw));
  [...program.variants.values()].forEach(({ draw }, index) => add(['variants', index], draw));
  program.choices.forEach(({ effects }, index) => {
    const along = program.product.choices[index]?.kind === 'addOn';
    for (const effect of effects) for (const draw of effectFor(effect, group).draws) add(['choices', index], draw, along);
  });
  for (const { rule, draw } of program.rules?.itemEffects ?? []) add(program.rules?.program.rules[rule]?.path ?? ['rules'], draw);
  return found;
}
