import { useInsertionEffect, useState } from 'react';

// Functions of any kind: what they take and give stays what it is.
type Hands = Readonly<Record<string, (...given: never[]) => unknown>>;

/** Functions that stay the same while what they do is renewed. */
function steadied<H extends Hands>(first: H) {
  let newest = first;
  const steady = Object.fromEntries(
    Object.keys(first).map((name) => [name, (...given: never[]) => newest[name]?.(...given)]),
  ) as H;
  return { steady, renew: (hands: H) => void (newest = hands) };
}

/**
 * The same functions at every drawing, each doing what the newest one of its name does: for parts that are drawn anew
 * only where something in them has changed. To be called by what somebody does, not while drawing.
 */
export function useSteady<H extends Hands>(hands: H): H {
  const [{ steady, renew }] = useState(() => steadied(hands));
  useInsertionEffect(() => renew(hands));
  return steady;
}
