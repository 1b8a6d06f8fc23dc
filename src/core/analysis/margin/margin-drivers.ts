import { amountsOf, hasOptions } from '../../catalog';
import { type Program } from '../../compile';
import { Exact } from '../../number';
import { type CostOf } from '../../run';

/** An option that costs more than it adds to the price. */
export interface MarginDriver {
  readonly title: string;
  /** what it adds, less what it takes from stock: below nothing */
  readonly earns: Exact;
}

/**
 * What brings a margin down: options that cost more than they add, the worst first. Only what adds and takes fixed
 * amounts is looked at.
 *
 * @param share how much of a price is left to the seller
 */
export function marginDrivers(program: Program, costs: CostOf, share: Exact = Exact.one): MarginDriver[] {
  return program.product.choices
    .flatMap((choice, index) => {
      if (!hasOptions(choice)) return [];
      return choice.options.flatMap(({ title }, place): MarginDriver[] => {
        const amount = amountsOf(choice)[place];
        const adds = amount
          ? amount.kind === 'fixed'
            ? (Exact.parse(amount.value)?.times(share) ?? null)
            : null
          : Exact.zero;
        const draws = program.choices[index]?.effects[place]?.draws ?? [];
        const spent = draws.map(
          ({ stock, fixed, pieces }) => fixed && costs(stock)?.times(fixed).times(Exact.of(pieces)),
        );
        if (!adds || spent.some((cost) => !cost)) return [];
        const earns = spent.reduce<Exact>((sum, cost) => sum.minus(cost ?? Exact.zero), adds);
        return earns.sign() < 0 ? [{ title: `${choice.title}: ${title}`, earns }] : [];
      });
    })
    .sort((a, b) => a.earns.compare(b.earns));
}
