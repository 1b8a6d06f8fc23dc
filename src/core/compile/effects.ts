import { type Choice, type Effect, hasOptions, SKU_PATTERN } from '../catalog';
import { Exact } from '../number';
import { type Amount, broken, countedChoice, kindOfAmount } from '../pricing';
import { type Path, type Wanted } from '../problems';
import { type Unit } from '../quantity';
import { compileBreaks } from './breaks';
import { compileDraw } from './draws';
import { type BrokenAmount, type EffectProgram } from './program';
import { checkedUnit, findTarget, readDecimal, type Scope } from './scope';
import { compileWeight } from './weight';

/** The kinds of choice whose answers amounts can count or measure. */
const COUNTED = {
  characters: { kinds: ['text', 'longText'], wanted: 'text' },
  measure: { kinds: ['measure', 'number'], wanted: 'value' },
} as const satisfies Record<string, { kinds: readonly Choice['kind'][]; wanted: Wanted }>;

/** What the answers to a choice bring, one for each of its options, or one for what is typed. */
export function compileEffects(
  effects: readonly Effect[],
  choice: Choice,
  scope: Scope,
  soldByUnit: Unit | null,
): EffectProgram[] {
  const partOwners = new Map<string, string>();
  return effects.map((effect, place) => {
    const { label, sku, path } = effect;
    if (sku !== null) {
      const skuPath = [...path, 'sku'];
      if (!SKU_PATTERN.test(sku)) scope.report(skuPath, { code: 'badSku', given: sku });
      const owner = partOwners.get(sku);
      if (owner !== undefined) scope.report(skuPath, { code: 'skuClash', sku, first: owner, second: label });
      partOwners.set(sku, owner ?? label);
    }
    const option = hasOptions(choice) ? choice.options[place] : undefined;
    const leadDays = option?.whenOut === 'orderable' ? option.leadDays : null;
    return {
      amount: effect.amount && compileAmount(effect.amount, label, choice, [...path, 'amount'], scope),
      wasAmount:
        effect.amount && effect.wasPrice !== null
          ? compileAmount({ ...effect.amount, value: effect.wasPrice }, label, choice, [...path, 'wasPrice'], scope)
          : null,
      breaks: compileBroken(effect, choice, scope, soldByUnit),
      sku,
      weight: effect.weight && compileWeight(effect.weight, [...path, 'weight'], scope),
      draws: effect.draws.flatMap((draw, index) => compileDraw(draw, [...path, 'draws', index], scope, leadDays) ?? []),
    };
  });
}

/** What an amount is from so many on; null where it stays, or where only an amount for each piece could change. */
function compileBroken(
  { amount, breaks, label, path }: Effect,
  choice: Choice,
  scope: Scope,
  soldByUnit: Unit | null,
): BrokenAmount | null {
  const table = compileBreaks(breaks, [...path, 'breaks'], scope, soldByUnit, false);
  const value = amount && Exact.parse(amount.value);
  const kind = amount && kindOfAmount(amount);
  if (table && !(kind?.operation === 'add' && kind.per === 'unit'))
    scope.report([...path, 'breaks'], { code: 'breaksWithoutAmount', title: label });
  if (!table || !amount || !value || kind?.operation !== 'add' || kind.per !== 'unit') return null;
  const amounts = table.steps.flatMap(
    (step) =>
      compileAmount(
        { ...amount, value: broken(table, step, value, Exact.one).toString() },
        label,
        choice,
        [...path, 'amount'],
        scope,
      ) ?? [],
  );
  return amounts.length === table.steps.length && amounts.length > 0 ? { table, amounts } : null;
}

/**
 * An amount, ready to be worked out; null where it can't be.
 *
 * @param label  what its line in the working is called
 * @param choice whose answer it is of, where it names no other
 */
export function compileAmount(
  amount: Amount,
  label: string,
  choice: Pick<Choice, 'key'>,
  path: Path,
  scope: Scope,
): EffectProgram['amount'] {
  const value = readDecimal(amount.value, path.at(-1) === 'wasPrice' ? path : [...path, 'value'], scope.report);
  if (!value) return null;
  const kind = kindOfAmount(amount);
  if (kind.operation !== 'add' && value.isLess(Exact.of(-100)))
    scope.report([...path, 'value'], { code: 'percentBelowNothing' });
  const counted = kind.counts && COUNTED[kind.counts];
  const target =
    counted && findTarget(countedChoice(amount) ?? choice.key, counted.kinds, counted.wanted, [...path, 'of'], scope);
  if (counted && !target) return null;
  const unit = kind.unit(amount);
  const per = unit === null || !target ? null : checkedUnit(unit, target.unit, [...path, 'unit'], scope.report);
  return unit !== null && !per ? null : kind.program({ amount, value, label, source: choice.key, target, per });
}
