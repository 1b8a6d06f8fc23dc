import { type CatalogSurroundings, type Product } from '../core/catalog';
import { type Program } from '../core/compile';
import { priceWords } from '../core/words';
import { sellableRange } from '../core/analysis';
import { inBackground } from './background/pool';
import { type PriceFigure } from './background/tasks';

/**
 * What products cost, as a list shows it. Where rules decide what goes together, that is looked for in the background;
 * elsewhere it is summed up here.
 */
export async function priceFigures(compiled: readonly { readonly product: Product; readonly program: Program }[], surroundings: CatalogSurroundings): Promise<PriceFigure[]> {
  const ruled = compiled.filter(({ program }) => program.rules !== null);
  const found = ruled.length === 0 ? [] : await inBackground('prices', { products: ruled.map(({ product }) => product), surroundings }, 'Working out the prices');
  const ofRuled = new Map(ruled.map(({ program }, place) => [program, found[place]]));
  return compiled.map(({ program }) => ofRuled.get(program) ?? { words: priceWords(program), from: sellableRange(program)?.from.toApproximateNumber() ?? null });
}
