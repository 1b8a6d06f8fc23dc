import { type PropertyValue } from '../../catalog';
import { type FormulaOutcome } from '../../compile/formulas';
import { type Program } from '../../compile/program';
import { type Answer } from '../../selection';
import { type PropertyShown } from '../resolution';
import { resultOf } from './run-formula';

const NO_PROPERTIES: readonly PropertyShown[] = [];

/** What a selection measures or is: as a formula says, else the last chosen option that does, else the product. */
export function propertiesOf(
  { properties }: Program,
  answers: readonly (Answer | null)[],
  outcomes: readonly FormulaOutcome[],
): readonly PropertyShown[] {
  if (properties.size === 0) return NO_PROPERTIES;
  const shown: PropertyShown[] = [];
  for (const { name, own, byOption, formula, unit } of properties.values()) {
    let value: PropertyValue | null = own;
    for (const { choice, values } of byOption)
      for (const { effect } of answers[choice]?.picks ?? []) value = values[effect] ?? value;
    const result = formula === null ? null : resultOf(outcomes[formula] ?? null);
    if (result) value = { kind: 'quantity', value: result.over(unit.factor), unit };
    if (value) shown.push({ name, value });
  }
  return shown;
}
