'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { freeKey, type ListPrice, type PriceList, priceListSchema } from '@/core/catalog';
import { isInForce, sameThing } from '@/core/price-lists';
import { counted } from '@/core/words';
import { movedUp, SaveBar, SeveralRow, useUnsaved } from '@/features/editors/fields';
import { anything, send, useAttempt, useTold } from '@/features/kit/shared';
import { type PriceListsRipple } from '@/services/prices/lists-ahead';
import { type PricedPage } from '@/services/prices/priced';
import { type PriceListsView } from '@/services/prices/price-lists';
import { FaultLine } from '@/ui/fault-line';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { ListFields } from './list-fields';
import { listWords } from './list-words';
import { PriceGrid } from './price-grid';
import { PricePlaces } from './price-places';
import { RippleOfLists } from './ripple-of-lists';
import { useLookAhead } from './use-look-ahead';

/** Whether a list holds. @param today YYYY-MM-DD */
const heldWords = (list: PriceList, today: string): string =>
  isInForce(list, today) ? 'active' : (list.from ?? '') > today ? 'starts later' : 'ended';

/** What follows a list that is gone follows none. */
const withoutList = (lists: readonly PriceList[], gone: PriceList): readonly PriceList[] =>
  lists
    .filter((other) => other !== gone)
    .map((other) => (other.follows === gone.key ? { ...other, follows: null } : other));

/** A new list, with a key that is free. */
const newList = (lists: readonly PriceList[]): PriceList =>
  priceListSchema.parse({
    key: freeKey(
      'list',
      lists.map(({ key }) => key),
      'list',
    ),
    title: 'New list',
  });

function AddList({ onAdd }: { onAdd: () => void }) {
  return (
    <Button data-new size="sm" variant="outline" onClick={onAdd}>
      <Plus size={14} aria-hidden /> Add a list
    </Button>
  );
}

function NoLists({ onAdd }: { onAdd: () => void }) {
  return (
    <EmptyPlace title="Everybody pays the usual prices" action={<AddList onAdd={onAdd} />}>
      Trade pays less? Smokers are cheaper in December? Say it in a list, and what is in none stays as it is.
    </EmptyPlace>
  );
}

/** Prices for what is not there any more, until they are removed. */
function GoneNote({
  gone,
  list: { prices },
  onRemove,
}: {
  gone: readonly ListPrice[];
  list: PriceList;
  onRemove: (left: PriceList['prices']) => void;
}) {
  const left = prices.filter(
    ({ product, of }) => !gone.some((other) => other.product === product && sameThing(other.of, of)),
  );
  const count = prices.length - left.length;
  if (count === 0) return null;
  return (
    <HStack px="4" pb="2" gap="3">
      <Text fontSize="sm" color="oak.fg">
        {counted(count, 'price')} {count === 1 ? 'is' : 'are'} for what is not there any more.
      </Text>
      <Button size="2xs" variant="outline" onClick={() => onRemove(left)}>
        Take {count === 1 ? 'it' : 'them'} away
      </Button>
    </HStack>
  );
}

/** What something is called, by its key; the key where it is not there. */
const titleIn = (all: readonly { readonly key: string; readonly title: string }[]) => (key: string) =>
  all.find((one) => one.key === key)?.title ?? key;

/** Price lists: who pays what, and from when to when; seen and edited beside the usual prices. */
export function PriceLists({
  lists: saved,
  seen: shown,
  first,
  groups,
  suggestions,
  currency,
  today,
}: PriceListsView & { first: PricedPage }) {
  const { busy, fault, attempt } = useAttempt();
  const unsaved = useUnsaved<readonly PriceList[]>('lists', saved, shown);
  const { value: lists, edit: setLists, isChanged, seen } = unsaved;
  const [open, setOpen] = useState<string | null>(null);
  const [ripple, setRipple] = useState<PriceListsRipple | null>(null);
  const ahead = useLookAhead();
  const gone = useTold<Readonly<Record<string, readonly ListPrice[]>>>('/api/manage/price-lists/gone', shown);
  const edit = (key: string, change: Partial<PriceList>) =>
    setLists(lists.map((list) => (list.key === key ? { ...list, ...change } : list)));
  const add = () => {
    const list = newList(lists);
    setLists([...lists, list]);
    setOpen(list.key);
  };
  const save = (accepted: number, acceptedBelow: number) =>
    attempt(async () => {
      await send('PUT', '/api/manage/price-lists', { lists, seen, accepted, acceptedBelow }, anything);
      unsaved.saved();
      setRipple(null);
      setOpen(null);
    }, 'Lists saved; they apply now');
  const look = () =>
    attempt(async () => {
      const found = await ahead.look(lists, seen);
      if (found === null) return;
      if (found.count === 0 && found.below.length === 0) await save(0, 0);
      else setRipple(found);
    });
  return (
    <Page>
      <PricePlaces current="price-lists" />
      <PageHead
        title="Price lists"
        lead="Prices in the place of the usual ones: for a customer group, for some weeks, or both. If several lists apply, the first one with a price wins."
      >
        {lists.length > 0 && <AddList onAdd={add} />}
      </PageHead>
      <Stack gap="3">
        {lists.length === 0 && <NoLists onAdd={add} />}
        {lists.map((list, place) => (
          <SeveralRow
            key={list.key}
            title={list.title || 'A new list'}
            words={listWords(list, titleIn(groups), titleIn(lists))}
            badge={saved.some(({ key }) => key === list.key) ? heldWords(list, today) : 'not saved yet'}
            name={list.title || 'the new list'}
            open={open === list.key}
            onOpen={(on) => setOpen(on ? list.key : null)}
            onUp={place === 0 ? null : () => setLists(movedUp(lists, place))}
            onRemove={() => setLists(withoutList(lists, list))}
            note={
              <GoneNote gone={gone?.[list.key] ?? []} list={list} onRemove={(prices) => edit(list.key, { prices })} />
            }
          >
            <ListFields
              list={list}
              others={lists.filter((other) => other !== list)}
              groups={groups}
              suggestions={suggestions}
              onChange={(change) => edit(list.key, change)}
            />
          </SeveralRow>
        ))}
        {lists.length > 0 && (
          <Box mt="3">
            <PriceGrid lists={lists} first={first} currency={currency} today={today} onChange={setLists} />
          </Box>
        )}
        {isChanged && (
          <SaveBar
            progress={ahead.progress}
            busy={busy}
            onSave={() => void look()}
            onReset={unsaved.reset}
            onStop={ahead.stop}
          />
        )}
        {ripple === null && <FaultLine role="alert">{fault}</FaultLine>}
      </Stack>
      <RippleOfLists
        ripple={ripple}
        currency={currency}
        busy={busy}
        fault={fault}
        onClose={() => setRipple(null)}
        onAccept={() => void save(ripple?.count ?? 0, ripple?.below.length ?? 0)}
      />
    </Page>
  );
}
