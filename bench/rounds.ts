/** Comparing ways to do the same thing, in turn, so that a machine whose speed drifts drifts for all of them. */

export const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** The value below which a share of them lie. */
export const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN;

const ROUND_MILLISECONDS = 250;

/** Runs of each way per second, in rounds; the first round of each only warms up. */
export async function inTurn<Way extends string>(
  ways: Readonly<Record<Way, () => unknown>>,
  rounds: number,
): Promise<readonly Readonly<Record<Way, number>>[]> {
  const names = Object.keys(ways) as Way[];
  const perSecond = async (name: Way): Promise<number> => {
    const start = performance.now();
    let runs = 0;
    let elapsed = 0;
    do {
      const pending = ways[name]();
      if (pending instanceof Promise) await pending;
      runs += 1;
      elapsed = performance.now() - start;
    } while (elapsed < ROUND_MILLISECONDS);
    return (runs / elapsed) * 1000;
  };
  for (const name of names) await perSecond(name);
  const found: Record<Way, number>[] = [];
  for (let count = 0; count < rounds; count += 1) {
    const round = {} as Record<Way, number>;
    for (const name of names) round[name] = await perSecond(name);
    found.push(round);
  }
  return found;
}

/** How many times as often one way runs as another: the median of the rounds. */
export const timesAsFast = <Way extends string>(
  rounds: readonly Readonly<Record<Way, number>>[],
  one: Way,
  other: Way,
): number => median(rounds.map((round) => round[one] / round[other]));
