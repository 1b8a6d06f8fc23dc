import { type Proof } from '../catalog';
import { type Program } from '../compile/program';
import { moneyDigits } from '../money';
import { Exact } from '../number';
import { type Resolution, resolve } from '../run';

/** One thing that is no longer as a proof says. */
export interface ProofDifference {
  readonly what: 'state' | 'sku' | 'unitPrice' | 'lineTotal' | 'draws';
  readonly expected: string;
  readonly found: string;
}

export interface ProofOutcome {
  readonly proof: Proof;
  readonly holds: boolean;
  readonly differences: readonly ProofDifference[];
  readonly resolution: Resolution;
}

/**
 * Resolves a product's proofs again and says which no longer give what they must. Stock is left aside: a proof is about
 * what a selection is and costs, not about how much of it lies there today.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function prove(program: Program, proofs: readonly Proof[], today: string): ProofOutcome[] {
  return proofs.map((proof) => {
    const resolution = resolve(
      program,
      { answers: proof.answers, quantity: proof.quantity, parts: proof.parts },
      { stock: null, today: proof.day ?? today, group: proof.group },
    );
    const { expects } = proof;
    const differences: ProofDifference[] = [];
    const compare = (
      what: ProofDifference['what'],
      expected: string | null,
      found: string,
      same = expected === found,
    ) => {
      if (expected !== null && !same) differences.push({ what, expected, found });
    };
    compare('state', expects.state, resolution.state);
    compare('sku', expects.sku, resolution.item.sku);
    for (const what of ['unitPrice', 'lineTotal'] as const) {
      const expected = expects[what];
      const price = expected === null ? null : Exact.parse(expected);
      const found = resolution[what];
      compare(
        what,
        expected,
        found ? moneyDigits(found, resolution.currency) : 'none',
        price !== null && found?.equals(price) === true,
      );
    }
    compare('draws', expects.draws && drawsText(expects.draws), drawsText(drawnBy(resolution)));
    return { proof, holds: differences.length === 0, differences, resolution };
  });
}

/** What a selection takes, as a proof keeps it. */
export function drawnBy({ draws }: Resolution): { stock: string; quantity: string }[] {
  return draws.map(({ stock, total }) => ({ stock, quantity: total.value.toString() }));
}

/** The order of draws is no difference. */
function drawsText(draws: readonly { readonly stock: string; readonly quantity: string }[]): string {
  return (
    [...draws]
      .sort((a, b) => (a.stock < b.stock ? -1 : 1))
      .map(({ stock, quantity }) => `${quantity} ${stock}`)
      .join(', ') || 'nothing'
  );
}
