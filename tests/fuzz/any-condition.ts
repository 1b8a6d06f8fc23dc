import { type Random } from '../support/generated-products';

/** Keys of the options of a made choice. */
export const optionsOf = (choice: Record<string, unknown>) =>
  ((choice.options ?? []) as { key: string }[]).map(({ key }) => key);

/** Makes conditions over made choices, of every kind of test. */
export function conditionsOver(choices: readonly Record<string, unknown>[], random: Random) {
  const chance = (of: number) => random.below(of) === 0;
  const compare = () => random.of(['is', 'isNot', 'less', 'atMost', 'more', 'atLeast']);
  const test = (): Record<string, unknown> => {
    if (chance(9)) return { kind: 'quantity', compare: compare(), value: 1 + random.below(4) };
    if (chance(9)) return { kind: 'group', is: 'oneOf', groups: ['trade'] };
    if (chance(20))
      return random.of([
        { kind: 'name', is: 'oneOf', where: 'start', texts: ['an'] },
        { kind: 'tag', is: 'noneOf', tags: ['new'] },
        { kind: 'supplier', is: 'oneOf', suppliers: ['Combe'] },
        { kind: 'weekday', choice: null, is: 'oneOf', weekdays: [3] },
        { kind: 'season', choice: null, is: 'noneOf', from: '11-01', to: '02-28' },
      ]);
    if (chance(15)) return { kind: 'weight', compare: compare(), value: String(random.below(8) / 2), unit: 'kg' };
    if (chance(20)) return { kind: 'category', is: 'oneOf', categories: ['Hives'] };
    const choice = random.of(choices);
    const { key, kind } = choice;
    if (chance(5) && kind !== 'agreement') return { kind: 'answered', choice: key, answered: chance(2) };
    if (optionsOf(choice).length > 0)
      return {
        kind: 'option',
        choice: key,
        is: random.of(['oneOf', 'noneOf']),
        options: random.some(optionsOf(choice), 1 + random.below(2)),
      };
    if (kind === 'yesNo' || kind === 'agreement') return { kind: 'said', choice: key, yes: chance(2) };
    if (kind === 'number' || kind === 'measure')
      return { kind: 'value', choice: key, compare: compare(), value: String(random.below(9) / 2) };
    if ((kind === 'text' || kind === 'longText') && chance(2))
      return {
        kind: 'says',
        choice: key,
        is: random.of(['oneOf', 'noneOf']),
        where: random.of(['whole', 'anywhere', 'start', 'end']),
        texts: random.some(['a', 'B', 'ab', 'x'], 1 + random.below(2)),
      };
    if (kind === 'text' || kind === 'longText')
      return { kind: 'characters', choice: key, compare: compare(), value: 1 + random.below(4) };
    if (kind === 'date' && chance(2))
      return random.of([
        {
          kind: 'weekday',
          choice: key,
          is: random.of(['oneOf', 'noneOf']),
          weekdays: random.some([1, 2, 3, 4, 5, 6, 7], 1 + random.below(3)),
        },
        {
          kind: 'season',
          choice: key,
          is: random.of(['oneOf', 'noneOf']),
          from: '12-02',
          to: random.of(['12-03', '01-15']),
        },
      ]);
    if (kind === 'date')
      return { kind: 'day', choice: key, compare: compare(), day: `2026-12-0${1 + random.below(5)}` };
    return { kind: 'answered', choice: key, answered: chance(2) };
  };
  const condition = (depth: number): Record<string, unknown> =>
    depth === 0 || random.below(3) > 0
      ? test()
      : { kind: random.of(['all', 'any', 'none']), of: Array.from({ length: 2 }, () => condition(depth - 1)) };
  return condition;
}
