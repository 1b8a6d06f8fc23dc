import { SOME_DAY } from '../calendar';
import { type DrawProgram, type Program } from '../compile/program';
import { type Path } from '../problems';
import { resolveAddOn } from './add-ons';
import { type ResolveContext } from './resolution';
import { resolve } from './resolve';

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
 * Every stock item that some selection of a product takes from: by the product, its variants, its options, its
 * formulas, its rules, and what is taken along. The one list of them.
 *
 * @param context the day and the customer's group, for which what is taken along may draw something else
 */
export function stockOf(
  program: Program,
  context: Pick<ResolveContext, 'today' | 'group'> = { today: SOME_DAY },
): ReadonlyMap<string, DrawnStock> {
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
    for (const { draws } of effects) for (const draw of draws) add(['choices', index], draw);
  });
  for (const addOn of program.addOns)
    for (const draw of resolveAddOn(addOn, context, resolve).resolution.draws)
      add(['choices', addOn.choice], draw, true);
  program.kit?.components.forEach(({ candidates }, index) => {
    for (const candidate of candidates)
      for (const { key, title } of stockOf(candidate.program, context).values())
        add(['parts', index], { stock: key, title });
  });
  for (const { choice, component } of program.kit?.slots ?? []) {
    for (const candidate of component.candidates)
      for (const { key, title } of stockOf(candidate.program, context).values())
        add(['choices', choice], { stock: key, title });
  }
  for (const { rule, draw } of program.rules?.itemEffects ?? [])
    add(program.rules?.program.rules[rule]?.path ?? ['rules'], draw);
  return found;
}
