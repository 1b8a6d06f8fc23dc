import { analyse, analysisFaults, type Analysis, type PriceEnd } from '../../core/analysis';
import { type CatalogSurroundings, type Product } from '../../core/catalog';
import { compile } from '../../core/compile';
import { faultJson, type FaultJson } from '../../core/exchange';
import { moreForLessFaults, readiness } from '../../core/judge';
import { type Selection } from '../../core/selection';

/** An end of the price range as other programs are told it. */
export interface EndTold {
  /** of one, as a decimal in the shop's currency */
  readonly price: string;
  /** a selection that costs so much */
  readonly selection: Selection;
  /** the same as a basket shows it */
  readonly words: string;
  /** key of the customer group it is for; null for everybody */
  readonly group: string | null;
  /** whether nothing that can be sold goes beyond it; else how far something may, null where there is no knowing */
  readonly isProved: boolean;
  readonly bound: string | null;
}

/** Something that is wrong, with its words. */
type FaultTold = Omit<FaultJson, 'code'> & { readonly code: string };

/** What is true of all selections of a product, as other programs are told it. */
export interface AnalysisTold {
  /** the day that it is true of, as YYYY-MM-DD */
  readonly today: string;
  /** whether all was looked at; what is told is true in either case */
  readonly isComplete: boolean;
  /** how many different selections can be sold, of what is picked from lists and answered by yes or no */
  readonly selections: { readonly least: string; readonly most: string } | null;
  /** null where nothing can be sold, or there is no end */
  readonly lowest: EndTold | null;
  readonly highest: EndTold | null;
  /** what keeps it from being published, and what is worth a look */
  readonly faults: readonly FaultTold[];
}

function endTold(end: PriceEnd | null): EndTold | null {
  if (!end) return null;
  const { price, selection, words, group, coverage } = end;
  return {
    price,
    selection,
    words,
    group,
    isProved: coverage.kind === 'proved',
    bound: coverage.kind === 'within' ? coverage.bound : null,
  };
}

function countTold({ selections, selectionsBetween }: Analysis): AnalysisTold['selections'] {
  if (selections !== null) return { least: selections, most: selections };
  return selectionsBetween && { least: selectionsBetween[0], most: selectionsBetween[1] };
}

/** Analyses a product as far as the usual limits go. @param today as YYYY-MM-DD */
export function analysisTold(product: Product, surroundings: CatalogSurroundings, today: string): AnalysisTold {
  const program = compile(product, surroundings);
  const running = analyse(program, today);
  let step = running.next();
  while (!step.done) step = running.next();
  const analysis = step.value;
  const faults = [
    ...readiness(product, surroundings, null),
    ...moreForLessFaults(program),
    ...analysisFaults(program, analysis),
  ];
  return {
    today,
    isComplete: !analysis.faulty && analysis.cutShort.length === 0,
    selections: countTold(analysis),
    lowest: endTold(analysis.lowest),
    highest: endTold(analysis.highest),
    faults: faults.map(faultJson),
  };
}
