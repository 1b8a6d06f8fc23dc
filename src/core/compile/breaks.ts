import { Exact } from '../number';
import { type Breaks, type BreaksProgram } from '../pricing';
import { type Path } from '../problems';
import { type Unit } from '../quantity';
import { readDecimal, type Scope } from './scope';

const HUNDRED = Exact.of(100);

/**
 * Makes breaks ready; what is wrong with them is reported where it stands, and a step that is wrong is left out.
 *
 * @param unit what the product is charged by; null where it is sold one at a time
 * @param ofAll whether they may take of the whole price
 */
export function compileBreaks(
  breaks: Breaks | null,
  path: Path,
  { report }: Pick<Scope, 'report'>,
  unit: Unit | null,
  ofAll: boolean,
): BreaksProgram | null {
  if (!breaks) return null;
  const { counting, over, across, together, gives } = breaks;
  if (breaks.steps.length === 0) report([...path, 'steps'], { code: 'breaksEmpty' });
  if (over === 'measure' && !unit) report([...path, 'over'], { code: 'breaksNotMeasured' });
  if (across === 'together' && together.trim() === '')
    report([...path, 'together'], { code: 'nothingNamed', what: 'together' });
  if (over === 'options' && (ofAll || counting === 'graduated' || across !== 'line'))
    report([...path, 'over'], { code: 'breaksOfOptions' });
  if (gives === 'percentOfAll' && !ofAll) report([...path, 'gives'], { code: 'breaksOfAll' });
  const steps = breaks.steps.flatMap((step, index) => {
    const at = [...path, 'steps', index];
    const [from, value] = [
      readDecimal(step.from, [...at, 'from'], report),
      readDecimal(step.value, [...at, 'value'], report),
    ];
    if (!from || !value) return [];
    if (from.sign() < 0 || (counting === 'allUnits' && from.sign() === 0))
      report([...at, 'from'], { code: 'breakFromNothing' });
    if (over !== 'measure' && !from.isWhole()) report([...at, 'from'], { code: 'breakNotWhole', given: step.from });
    if (gives === 'price' && value.sign() < 0) report([...at, 'value'], { code: 'negative', figure: 'breakPrice' });
    if (gives !== 'price' && value.sign() < 0) report([...at, 'value'], { code: 'breakDearer' });
    if ((gives === 'percent' || gives === 'percentOfAll') && value.isMore(HUNDRED))
      report([...at, 'value'], { code: 'percentBelowNothing' });
    if (breaks.steps.findIndex((other) => Exact.parse(other.from)?.equals(from)) < index)
      report([...at, 'from'], { code: 'breakTwice', from: step.from });
    return [{ from, value }];
  });
  steps.sort((a, b) => a.from.compare(b.from));
  return { counting, over, across, together, gives, steps, unit: over === 'measure' ? unit : null };
}
