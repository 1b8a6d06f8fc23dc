'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { mendsOfMany } from '@/core/judge';
import { faultCodes } from '@/core/problems';
import { counted, mendOfManyWords, someOf } from '@/core/words';
import { followMade, type KeptProps } from '@/features/manage/many';
import { readLines, useBusy, useStreamedRows } from '@/features/kit/shared';
import { type BulkChange } from '@/services/many/bulk-change';
import { type MeantProduct } from '@/services/products/list';
import { TextField } from '@/ui/field';
import { FaultLine } from '@/ui/fault-line';
import { readMeant } from './use-selected';

const faultSchema = z.object({ code: z.enum(faultCodes), words: z.string(), mends: z.array(z.enum(mendsOfMany)) });
const rowSchema = z.object({ productId: z.number(), title: z.string(), faults: z.array(faultSchema) });

type KeptRow = z.infer<typeof rowSchema>;
type Keeping = z.infer<typeof faultSchema>;

/** Something that keeps some products from being published. */
interface Group extends Keeping {
  readonly products: readonly Pick<KeptRow, 'productId' | 'title'>[];
}

/** What keeps products, together where it is the same: what one press mends is one thing, whatever its sentence. */
function grouped(rows: readonly KeptRow[]): readonly Group[] {
  const groups = new Map<string, Keeping & { products: Map<number, Group['products'][number]> }>();
  for (const { productId, title, faults } of rows)
    for (const fault of faults) {
      const name = fault.mends.length > 0 || fault.code in SAID ? fault.code : fault.words;
      const group = groups.get(name) ?? { ...fault, products: new Map() };
      group.products.set(productId, { productId, title });
      groups.set(name, group);
    }
  return [...groups.values()]
    .map((group) => ({ ...group, products: [...group.products.values()] }))
    .sort((a, b) => b.products.length - a.products.length);
}

/** Names the list of categories, which the bar of the list has ready. */
export const CATEGORIES = 'categories-to-publish-in';

/** What is said once for all of them, and the change that says it. */
const SAID: Partial<Record<Keeping['code'], SaidForAll>> = {
  categoryMissing: {
    label: 'Category',
    list: CATEGORIES,
    changeOf: (category, products) => ({ kind: 'shelf', category, addTags: [], removeTags: [], products }),
  },
  priceMissing: {
    label: 'Base price',
    changeOf: (price, products) => ({ kind: 'prices', step: { kind: 'to', price }, crossOut: false, products }),
  },
};

interface SaidForAll {
  readonly label: string;
  /** what is offered as it is typed */
  readonly list?: string;
  changeOf(text: string, products: number[]): BulkChange;
}

/** So many are told by their titles. */
const MOST_TOLD = 6;

const titlesOf = (products: Group['products']): string =>
  someOf(
    products.slice(0, MOST_TOLD).map(({ title }) => title),
    products.length,
  );

/** What keeps products from being published, with what mends it for all of them at a press. */
export function KeptBack({ rows, onMended }: KeptProps<MeantProduct>) {
  const [run, setRun] = useState(0);
  const asked = useMemo(() => JSON.stringify({ drafts: rows.map(({ id }) => ({ id })) }), [rows]);
  const read = useStreamedRows('/api/manage/products/kept-back', rowSchema, { asked, run });
  const groups = useMemo(() => grouped(read.rows), [read.rows]);
  const { busy, fault, run: attempt } = useBusy();
  const make = (change: BulkChange) =>
    void attempt(async () => {
      await followMade(
        readLines('/api/manage/bulk', new AbortController().signal, { change, apply: true }),
        () => undefined,
      );
      onMended(await readMeant(rows.map(({ id }) => id)));
      setRun((before) => before + 1);
    });
  const isRead = read.state === 'finished';
  return (
    <Stack as="section" gap="3" aria-label="To fix first" borderLeftWidth="3px" borderColor="copper.border" pl="4">
      <Text role="status" color={groups.length > 0 ? 'copper.fg' : 'fg.muted'}>
        {groups.length > 0
          ? `${counted(read.rows.length, 'product')} ${read.rows.length === 1 ? 'has' : 'have'} something to fix first:`
          : isRead
            ? 'Nothing is left to fix first.'
            : 'Looking at what is to be fixed first …'}
      </Text>
      {groups.map((group) => (
        <ToFix key={`${group.code} ${group.words}`} group={group} busy={busy || !isRead} make={make} />
      ))}
      <FaultLine>{read.fault ?? fault}</FaultLine>
    </Stack>
  );
}

function ToFix({ group, busy, make }: { group: Group; busy: boolean; make: (change: BulkChange) => void }) {
  const products = group.products.map(({ productId }) => productId);
  const said = SAID[group.code];
  return (
    <Box role="group" aria-label={group.words}>
      <Text fontSize="sm">{group.words}</Text>
      <Text fontSize="sm" color="fg.muted">
        {titlesOf(group.products)}
      </Text>
      <HStack gap="2" mt="1" wrap="wrap" align="end">
        {group.mends.map((does) => (
          <Button
            key={does}
            size="xs"
            variant="subtle"
            colorPalette="copper"
            disabled={busy}
            onClick={() => make({ kind: 'mend', fault: group.code, does, products })}
          >
            {mendOfManyWords(group.code, does)}
          </Button>
        ))}
        {said && <SayForAll said={said} products={products} busy={busy} make={make} />}
      </HStack>
    </Box>
  );
}

/** One text for all of them. */
function SayForAll({
  said: { label, list, changeOf },
  products,
  busy,
  make,
}: {
  said: SaidForAll;
  products: number[];
  busy: boolean;
  make: (change: BulkChange) => void;
}) {
  const [text, setText] = useState('');
  const isEmpty = text.trim() === '';
  return (
    <HStack
      as="form"
      gap="2"
      align="end"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isEmpty && !busy) make(changeOf(text.trim(), products));
      }}
    >
      <Box w="180px">
        <TextField label={label} value={text} maxLength={80} list={list} onChange={setText} />
      </Box>
      <Button type="submit" size="xs" variant="subtle" colorPalette="copper" disabled={busy || isEmpty}>
        {`Set for ${counted(products.length, 'product')}`}
      </Button>
    </HStack>
  );
}
