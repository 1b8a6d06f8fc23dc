import { type ChargeRule } from '../catalog';
import { Exact } from '../number';
import { type Path, type Figure } from '../problems';
import { type Scope } from './scope';

/** How what is needed becomes what is charged; figures in the unit of the price. */
export interface ChargeProgram {
  /** factor that adds the waste; null where none is added */
  readonly withWaste: Exact | null;
  readonly minimum: Exact | null;
  readonly step: Exact | null;
  /** what a pack is called; null where it is not sold in packs */
  readonly pack: string | null;
}

const HUNDRED = Exact.of(100);

/** Checks how a product is charged, and makes it ready. */
export function compileCharge(rule: ChargeRule | null, path: Path, { report }: Scope): ChargeProgram | null {
  if (!rule) return null;
  const positive = (text: string | null, place: string, figure: Figure): Exact | null => {
    if (text === null) return null;
    const value = Exact.parse(text);
    if (!value) report([...path, place], { code: 'notDecimal', given: text });
    else if (value.sign() <= 0) report([...path, place], { code: 'notMoreThanNothing', figure });
    return value && value.sign() > 0 ? value : null;
  };
  const waste = positive(rule.waste, 'waste', 'waste');
  if (rule.pack !== null && rule.step === null) report([...path, 'step'], { code: 'chargeNeedsStep' });
  return {
    withWaste: waste && Exact.one.plus(waste.over(HUNDRED)),
    minimum: positive(rule.minimum, 'minimum', 'leastCharged'),
    step: positive(rule.step, 'step', rule.pack === null ? 'chargeStep' : 'packSize'),
    pack: rule.pack,
  };
}
