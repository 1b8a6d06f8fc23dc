import { type Random } from '../support/generated-products';
import { type Made } from './any-product';

/** Makes one of the choices one for the workshop alone; without chance, so that a seed stays the product it was. */
export function insideOne(choices: readonly Record<string, unknown>[], seed: number): void {
  const choice = choices.find(
    ({ kind, stocked }) => ['list', 'swatch', 'several', 'yesNo'].includes(String(kind)) && stocked !== true,
  );
  if (!choice) return;
  Object.assign(choice, {
    forWorkshop: true,
    default: choice.kind === 'yesNo' ? seed % 2 === 0 : choice.kind === 'several' ? ['x', 'y'] : 'y',
  });
  for (const bearer of [choice, ...((choice.options ?? []) as Record<string, unknown>[])]) {
    delete bearer.amount;
    delete bearer.breaks;
  }
}

/** The product with its choices on a sheet, and something said otherwise about them. */
export function onSheet({ product }: Made, random: Random): Made {
  const { choices, rules, tables, formulas, rates } = product;
  const [first, ...others] = choices;
  const options = (first?.options ?? []) as { key: string }[];
  const said: Record<string, unknown> =
    random.below(2) === 0 && first?.kind !== 'agreement' ? { required: random.below(2) === 0 } : {};
  if (options.length > 1 && random.below(2) === 0)
    said.options = {
      [String(options[0]?.key)]:
        random.below(2) === 0 ? { leftOut: true } : { amount: { value: { kind: 'fixed', value: '5' } } },
    };
  const dropped = others.at(-1);
  const overrides = {
    ...(first ? { [String(first.key)]: said } : {}),
    ...(dropped && random.below(4) === 0 ? { [String(dropped.key)]: { leftOut: true } } : {}),
  };
  return {
    product: {
      ...product,
      choices: [],
      rules: [],
      tables: [],
      formulas: [],
      rates: [],
      sheets: [{ key: 'sheet', overrides }],
    },
    sheets: [{ key: 'sheet', title: 'Sheet', choices, rules, tables, formulas, rates }],
  };
}
