import { analyse, analysisFaults } from '../analysis';
import { type Catalog } from '../catalog';
import { compile } from '../compile';
import { type Fault } from '../problems';
import { surroundingsOf } from './catalog-file';

/**
 * What is wrong with every selection, or costs less than nothing with some: worth saying although nothing else is
 * wrong.
 */
const SAID: ReadonlySet<Fault['code']> = new Set(['nothingSells', 'belowNothing', 'lineBelowNothing']);

/**
 * Looks at all selections of a catalog's products: whether anything of them can be sold, and whether a price or an
 * order line can come to less than nothing.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function checkSelections(catalog: Catalog, today: string): Fault[] {
  const surroundings = surroundingsOf(catalog);
  return catalog.products.flatMap((product, index) => {
    const program = compile(product, surroundings);
    const found: Fault[] = [];
    const running = analyse(program, today);
    // Prices are known before SKUs and the count, which are not asked for.
    for (let step = running.next(); ; step = running.next()) {
      if (!step.done && !step.value.done.includes('prices')) continue;
      found.push(...analysisFaults(program, step.value).filter(({ code }) => SAID.has(code)));
      break;
    }
    return found.map((fault) => ({ ...fault, path: ['products', index, ...fault.path] }));
  });
}
