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

/** One of three is sold to a group by a price list: so many percent less, and some prices of it are named. */
export function byList(made: Made, random: Random): Made {
  if (random.below(3) > 0) return made;
  const money = (most: number) => (random.below(most * 100) / 100).toFixed(2);
  const { product, others = [] } = made;
  const named = [product, ...others].flatMap((one) => {
    const slug = String(one.slug);
    const some = <T>(list: readonly T[]) => list.filter(() => random.below(3) === 0);
    const own = random.below(2) === 0 ? [{ product: slug, price: money(60), breaks: someBreaks(random, money) }] : [];
    const ofOptions = some((one.choices ?? []) as Record<string, unknown>[]).flatMap((choice) => {
      const options = choice.kind === 'slot' ? [] : ((choice.options ?? []) as Record<string, unknown>[]);
      return some(options).map(({ key }) => ({
        product: slug,
        of: { kind: 'option', choice: choice.key, option: key },
        price: money(20),
      }));
    });
    const ofVariants = some((one.variants ?? []) as Record<string, unknown>[]).map(({ options }) => ({
      product: slug,
      of: { kind: 'variant', options },
      price: money(80),
    }));
    return [...own, ...ofOptions, ...ofVariants];
  });
  const list = {
    key: 'theirs',
    title: 'Theirs',
    groups: ['trade'],
    percent: random.of([null, '10', '12.5', '-5']),
    prices: named,
  };
  return { ...made, list };
}

const someBreaks = (random: Random, money: (most: number) => string) =>
  random.below(4) > 0
    ? null
    : {
        gives: 'price',
        counting: random.of(['allUnits', 'graduated']),
        over: 'pieces',
        across: 'line',
        steps: [{ from: '2', value: money(50) }],
      };
