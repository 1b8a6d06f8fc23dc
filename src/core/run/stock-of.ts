import { SOME_DAY } from '../calendar';
import { type ComponentProgram, drawsOfStep } from '../compile';
import { type DrawProgram, type Program } from '../compile/program';
import { type Path } from '../problems';
import { resolveAddOn } from './kits/add-ons';
import { type ResolveContext } from './resolution';
import { runFor } from './resolve';

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
  const add = (path: Path, draw: Pick<DrawProgram, 'stock' | 'title'>, along = false) => {
    const known = found.get(draw.stock);
    if (!known) found.set(draw.stock, { key: draw.stock, title: draw.title, path, along });
    else if (known.along && !along) found.set(draw.stock, { ...known, along });
  };
  const inside = ({ candidates }: ComponentProgram, path: Path) => {
    for (const candidate of candidates)
      for (const { key, title } of stockOf(candidate.program, context).values()) add(path, { stock: key, title });
  };
  for (const step of program.supplySteps) {
    switch (step.kind) {
      case 'variant':
        step.variants.forEach(({ draw }, index) => draw && add(['variants', index], draw));
        break;
      case 'product':
        step.draws.forEach((draw, index) => add(['draws', index], draw));
        break;
      case 'choice':
        for (const draw of drawsOfStep(step)) add(['choices', step.choice], draw);
        break;
      case 'formula':
        add(['formulas', step.formula], step.draw);
        break;
      case 'rule':
        add(program.rules?.program.rules[step.effect.rule]?.path ?? ['rules'], step.draw);
        break;
      case 'along':
        for (const addOn of step.addOns)
          for (const draw of resolveAddOn(addOn, runFor(context)).resolution.draws)
            add(['choices', addOn.choice], draw, true);
        break;
      case 'inside':
        step.kit.components.forEach((component, index) => inside(component, ['parts', index]));
        for (const { choice, component } of step.kit.slots) inside(component, ['choices', choice]);
        break;
      case 'work':
        break;
    }
  }
  return found;
}
