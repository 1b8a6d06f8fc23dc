import { type Made } from './any-product';

/** A product without one thing of its lists, or without a field; of parts, without an alternative or a number. */
function simpler<T extends Record<string, unknown>>(
  product: T,
  lists: readonly string[],
  fields: readonly string[],
): T[] {
  const entries = (of: Record<string, unknown>, list: string) => (of[list] ?? []) as Record<string, unknown>[];
  return [
    ...lists.flatMap((list) =>
      entries(product, list).map((_, place) => ({
        ...product,
        [list]: entries(product, list).filter((__, other) => other !== place),
      })),
    ),
    ...fields.flatMap((field) => (product[field] ? [{ ...product, [field]: null }] : [])),
    ...entries(product, 'parts').flatMap((part, place) => {
      const other = (next: Record<string, unknown>): T => ({
        ...product,
        parts: entries(product, 'parts').map((one, index) => (index === place ? next : one)),
      });
      return [
        ...(entries(part, 'candidates').length > 1 ? simpler(part, ['candidates'], []).map(other) : []),
        ...(part.optional ? [other({ ...part, optional: false, taken: false })] : []),
        ...(part.taken ? [other({ ...part, taken: false })] : []),
        ...(JSON.stringify(part.quantity) === ONE ? [] : [other({ ...part, quantity: JSON.parse(ONE) as unknown })]),
      ];
    }),
  ];
}

const ONE = '{"least":1,"usual":1,"most":1}';

/** Takes away from a made product whatever it goes wrong without, too. */
export function shrunk(made: Made, fails: (made: Made) => boolean): Made {
  let best = made;
  const attempts = function* ({ product, sheets }: Made): Generator<Made> {
    yield* simpler(product, ['parts', 'fits'], ['breaks']).map((next) => ({ product: next, sheets }));
    for (const list of ['rules', 'formulas', 'tables', 'choices'] as const)
      for (let place = 0; place < product[list].length; place += 1)
        yield { product: { ...product, [list]: product[list].filter((_, other) => other !== place) }, sheets };
    for (const [place, choice] of product.choices.entries()) {
      const options = choice.options as Record<string, unknown>[] | undefined;
      const other = (next: Record<string, unknown>): Made => ({
        product: { ...product, choices: product.choices.map((one, index) => (index === place ? next : one)) },
        sheets,
      });
      for (let option = 0; option < (options?.length ?? 0); option += 1) {
        yield other({ ...choice, options: options?.filter((_, index) => index !== option) });
        for (const field of ['amount', 'sku', 'groups', 'properties'])
          if (options?.[option]?.[field])
            yield other({
              ...choice,
              options: options.map((one, index) =>
                index === option ? Object.fromEntries(Object.entries(one).filter(([key]) => key !== field)) : one,
              ),
            });
      }
      for (const field of ['amount', 'groups', 'min', 'max', 'step', 'sku', 'least', 'most', 'ownQuantity', 'default'])
        if (choice[field]) yield other(Object.fromEntries(Object.entries(choice).filter(([key]) => key !== field)));
    }
    for (const [place, rule] of product.rules.entries()) {
      const then = rule.then as unknown[];
      for (let effect = 0; then.length > 1 && effect < then.length; effect += 1)
        yield {
          product: {
            ...product,
            rules: product.rules.map((one, index) =>
              index === place ? { ...one, then: then.filter((_, other) => other !== effect) } : one,
            ),
          },
          sheets,
        };
      const when = rule.when as { of?: unknown[] } | null;
      for (const part of when?.of ?? [])
        yield {
          product: {
            ...product,
            rules: product.rules.map((one, index) => (index === place ? { ...one, when: part } : one)),
          },
          sheets,
        };
    }
    for (const [place, sheet] of sheets.entries())
      for (const list of ['rules', 'formulas', 'tables', 'choices'])
        for (let at = 0; at < ((sheet[list] as unknown[] | undefined)?.length ?? 0); at += 1)
          yield {
            product,
            sheets: sheets.map((one, index) =>
              index === place ? { ...one, [list]: (one[list] as unknown[]).filter((_, other) => other !== at) } : one,
            ),
          };
    for (const [place, other] of (best.others ?? []).entries())
      for (const next of simpler(other, ['choices', 'rules', 'formulas', 'parts'], ['breaks']))
        yield { product, sheets, others: best.others?.map((one, index) => (index === place ? next : one)) };
    const { list } = best;
    if (list) {
      yield { product, sheets, list: undefined };
      for (let place = 0; place < list.prices.length; place += 1)
        yield { product, sheets, list: { ...list, prices: list.prices.filter((_, other) => other !== place) } };
    }
    if (product.quantity) yield { product: { ...product, quantity: { maximum: 1 } }, sheets };
  };
  for (let again = true; again;) {
    again = false;
    for (const tried of attempts(best)) {
      const attempt: Made = { others: best.others, list: best.list, ...tried };
      if (JSON.stringify(attempt) === JSON.stringify(best) || !fails(attempt)) continue;
      best = attempt;
      again = true;
      break;
    }
  }
  return best;
}
