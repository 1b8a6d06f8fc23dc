import { type Program } from '../compile';
import { Exact } from '../number';
import { type Fault, faultAt, type FaultData, type Path } from '../problems';
import { type Analysis } from './analyse-plain';
import { type Example } from './model/example';
import { type LowestMargin } from './margin/earned';

/** What is wrong with the lowest margin of a product; null where nothing is, or it is not known. */
export function marginFault(
  { currency, places }: Program,
  lowest: LowestMargin,
  floor: string | null,
  lists: readonly string[] = [],
): Fault | null {
  if (floor === null || !('margin' in lowest)) return null;
  const [margin, price] = [Exact.from(lowest.margin), Exact.from(lowest.price)];
  const least = price.times(Exact.parse(floor) ?? Exact.zero).over(Exact.of(100));
  return margin.isLess(least)
    ? faultAt(['marginFloor'], {
        code: 'marginBelowFloor',
        lists,
        example: lowest.words,
        margin: margin.rounded(places).toString(),
        price: price.rounded(places).toString(),
        floor,
        currency,
      })
    : null;
}

/** What one selection has and another has not. */
function moreThan(one: Example, other: Example): string {
  const parts = new Set(other.words.split(' · '));
  return one.words
    .split(' · ')
    .filter((part) => !parts.has(part))
    .join(', ');
}

/** What readiness says of an analysis: of SKUs that are shared, one example is enough there. */
export function forReadiness(faults: readonly Fault[]): Fault[] {
  const shared = faults.find(({ code }) => code === 'skuShared');
  return faults.filter((fault) => fault.code !== 'skuShared' || fault === shared);
}

/** What an analysis found wrong, each at the place where it can be mended. */
export function analysisFaults(program: Program, analysis: Analysis): Fault[] {
  const found: Fault[] = [];
  const fault = (path: Path, data: FaultData) => found.push(faultAt(path, data));
  const rules = program.rules?.program.rules ?? [];
  const nameOf = (rule: number) => ({ title: rules[rule]?.title ?? '', when: program.rules?.because[rule] ?? null });
  const placeOf = (rule: number) => rules[rule]?.path ?? ['rules'];
  const titleOf = (choice: number) => program.choices[choice]?.title ?? '';

  if (analysis.nothingSells)
    fault(['rules'], { code: 'nothingSells', without: analysis.nothingSells.without.map(nameOf) });
  if (analysis.belowNothing) fault(['price'], { code: 'belowNothing', example: analysis.belowNothing.words });
  if (analysis.lineBelowNothing)
    fault(['price'], { code: 'lineBelowNothing', example: analysis.lineBelowNothing.words });
  for (const choice of analysis.neverShown)
    fault(program.placeOf(['choices', choice]), { code: 'choiceNeverShown', title: titleOf(choice) });
  for (const choice of analysis.nothingOffered)
    fault(program.placeOf(['choices', choice]), { code: 'choiceNothingOffered', title: titleOf(choice) });
  for (const { choice, option } of analysis.deadOptions)
    fault(program.placeOf(['choices', choice, 'options', option]), {
      code: 'optionDead',
      title: `${titleOf(choice)}: ${program.choices[choice]?.options[option]?.title ?? ''}`,
    });
  for (const rule of analysis.neverFire) fault(placeOf(rule), { code: 'ruleSilent', rule: nameOf(rule) });
  for (const rule of analysis.endSale) fault(placeOf(rule), { code: 'ruleEndsSale', rule: nameOf(rule) });
  for (const { first, second, example } of analysis.contradictions)
    fault(placeOf(second), { code: 'rulesOppose', rule: nameOf(first), other: nameOf(second), example: example.words });
  for (const { differAt, sku, first, second } of analysis.sharedSkus)
    fault(differAt.kind === 'part' ? ['parts', differAt.index] : program.placeOf(['choices', differAt.index]), {
      code: 'skuShared',
      sku,
      first: moreThan(first, second),
      second: moreThan(second, first),
    });
  return found;
}
