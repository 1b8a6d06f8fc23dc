/**
 * Splits an amount over shares in proportion to weights so that the shares add up to the amount.
 * Largest remainder: every share is cut off at a whole unit, then the units that are left go to the largest remainders,
 * earlier ones first.
 *
 * @param amount  minor units (cents), may be negative
 * @param weights at least one, none negative, not all zero
 * @returns one share per weight, in minor units, in the order of the weights; of a weight of zero, nothing
 * @throws RangeError when the weights are empty, negative or all zero
 * @see Hamilton's method (largest remainder), as in apportionment handbooks
 */
export function allocate(amount: bigint, weights: readonly bigint[]): bigint[] {
  const whole = weights.reduce((sum, weight) => sum + weight, 0n);
  if (whole <= 0n || weights.some((weight) => weight < 0n))
    throw new RangeError('weights must not be negative, and at least one must be more than nothing');
  const size = amount < 0n ? -amount : amount;
  const shares = weights.map((weight) => (size * weight) / whole);
  const left = Number(size - shares.reduce((sum, share) => sum + share, 0n));
  const remainders = weights
    .map((weight, place) => ({ place, remainder: (size * weight) % whole }))
    .sort((a, b) => (a.remainder === b.remainder ? a.place - b.place : a.remainder > b.remainder ? -1 : 1));
  for (const { place } of remainders.slice(0, left)) shares[place] = (shares[place] ?? 0n) + 1n;
  return amount < 0n ? shares.map((share) => -share) : shares;
}
