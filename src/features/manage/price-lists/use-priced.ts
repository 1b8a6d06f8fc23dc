'use client';

import { useMemo, useState } from 'react';
import { z } from 'zod';
import { type PriceList } from '@/core/catalog';
import { send, useQuestion, wordsOf } from '@/features/kit/shared';
import { type PricedPage } from '@/services/prices/priced';

/** Letters that come close together are asked for at once, in milliseconds. */
const TOGETHER = 150;

/** What of the products is asked for. */
export interface Wanted {
  readonly find: string;
  /** addresses; null for all */
  readonly at: readonly string[] | null;
}

/** What the page of the application comes with. */
const FIRST = JSON.stringify({ find: '', at: null, page: 1 });

/** The products of the grid, a page of them, as it is asked for; what was there stays until others are. */
export function usePriced(first: PricedPage, lists: readonly PriceList[]) {
  const [find, setFind] = useState('');
  const [onlyNamed, setOnlyNamed] = useState(false);
  const [number, setPage] = useState(1);
  // What was named as the grid began stays, so that a row does while its field is empty.
  const [begun] = useState(lists);
  const at = useMemo(
    () =>
      onlyNamed
        ? [...new Set([...lists, ...begun].flatMap(({ prices }) => prices.map(({ product }) => product)))]
        : null,
    [onlyNamed, lists, begun],
  );
  const wanted: Wanted = { find, at };
  const asked = JSON.stringify({ ...wanted, page: number });
  const [known, setKnown] = useState<{ first: PricedPage; asked: string; page: PricedPage }>({
    first,
    asked: FIRST,
    page: first,
  });
  const [fault, setFault] = useState<string | null>(null);
  // What the application has fetched anew is newer than what was there.
  if (known.first !== first) setKnown({ first, asked: FIRST, page: asked === FIRST ? first : known.page });
  const isWaiting = known.asked !== asked;
  useQuestion(isWaiting ? asked : null, TOGETHER, (question, signal) => {
    send('POST', '/api/manage/price-lists/priced', JSON.parse(question), z.custom<PricedPage>(), signal).then(
      (page) => {
        setFault(null);
        setKnown((before) => ({ ...before, asked: question, page }));
      },
      (error: unknown) => {
        if (!signal.aborted) setFault(wordsOf(error));
      },
    );
  });
  // Another question begins with its first page.
  const anew =
    <T>(set: (value: T) => void) =>
    (value: T) => {
      set(value);
      setPage(1);
    };
  return {
    page: known.page,
    wanted,
    begun,
    find,
    setFind: anew(setFind),
    onlyNamed,
    setOnlyNamed: anew(setOnlyNamed),
    setPage,
    isWaiting,
    fault,
  };
}
