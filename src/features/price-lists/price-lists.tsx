'use client';

import { Badge, Box, Button, Collapsible, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { z } from 'zod';
import { freeKey, type PriceList, priceListSchema, sameDefinition } from '@/core/catalog';
import { isInForce } from '@/core/price-lists';
import { counted } from '@/core/words';
import { anything, send } from '@/features/shared/api';
import { useAttempt } from '@/features/shared/use-attempt';
import { type PriceListsRipple, type PriceListsView } from '@/services/prices/price-lists';
import { FaultLine } from '@/ui/fault-line';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { ListFields } from './list-fields';
import { listWords } from './list-words';
import { PriceGrid } from './price-grid';
import { PricePlaces } from './price-places';
import { RippleOfLists } from './ripple-of-lists';

const rippleSchema = z.object({
  changes: z.array(z.object({ productId: z.number(), title: z.string(), what: z.string(), inShop: z.boolean(), groups: z.string(), day: z.string(), from: z.string().nullable(), to: z.string().nullable() })),
  count: z.number(),
  below: z.array(z.object({ slug: z.string(), title: z.string(), words: z.string() })),
});

/** Price lists: who pays what, and from when to when; seen and edited beside the usual prices. */
export function PriceLists({ lists: saved, products, groups, suggestions, currency, today, stale }: PriceListsView) {
  const { busy, fault, attempt } = useAttempt();
  const [lists, setLists] = useState<readonly PriceList[]>(saved);
  const [open, setOpen] = useState<string | null>(null);
  const [ripple, setRipple] = useState<PriceListsRipple | null>(null);
  const isChanged = !sameDefinition(lists, saved);
  const edit = (key: string, change: Partial<PriceList>) => setLists(lists.map((list) => (list.key === key ? { ...list, ...change } : list)));
  const add = () => {
    const key = freeKey('list', lists.map((list) => list.key), 'list');
    setLists([...lists, priceListSchema.parse({ key, title: 'New list' })]);
    setOpen(key);
  };
  const save = (accepted: number, acceptedBelow: number) =>
    attempt(async () => {
      await send('PUT', '/api/manage/price-lists', { lists, accepted, acceptedBelow }, anything);
      setRipple(null);
      setOpen(null);
    }, 'The lists hold from now on');
  const look = () =>
    attempt(async () => {
      const found = await send('POST', '/api/manage/price-lists/preview', { lists }, rippleSchema);
      if (found.count === 0 && found.below.length === 0) await save(0, 0);
      else setRipple(found);
    });
  const titleOf = (key: string) => lists.find((list) => list.key === key)?.title ?? key;
  const groupTitle = (key: string) => groups.find((group) => group.key === key)?.title ?? key;
  const withoutStale = (list: PriceList) => list.prices.filter(({ product, of }) => products.some((known) => known.slug === product && known.things.some(({ thing }) => sameDefinition(thing, of))));
  const addButton = (
    <Button size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a list
    </Button>
  );
  return (
    <Page>
      <PricePlaces current="/manage/price-lists" />
      <PageHead title="Price lists" lead="Prices in the place of the usual ones: for a customer group, for some weeks, or both. Of several that hold, the first that says a price has the word.">
        {lists.length > 0 && addButton}
      </PageHead>
      <Stack gap="3">
        {lists.length === 0 && (
          <EmptyPlace title="Everybody pays the usual prices" action={addButton}>
            Trade pays less? Smokers are cheaper in December? Say it in a list, and what is in none stays as it is.
          </EmptyPlace>
        )}
        {lists.map((list, place) => {
          const name = list.title || 'the new list';
          const gone = stale[list.key] ?? 0;
          return (
            <Collapsible.Root key={list.key} lazyMount unmountOnExit open={open === list.key} onOpenChange={(details) => setOpen(details.open ? list.key : null)} borderWidth="1px" borderColor="border" borderRadius="l3" bg="bg.panel">
              <HStack px="4" py="2.5" gap="3">
                <Collapsible.Trigger flex="1" textAlign="start" cursor="pointer" py="1">
                  <Text fontWeight="600">{list.title || 'A new list'}</Text>
                  <Text fontSize="sm" color="fg.muted">
                    {listWords(list, groupTitle, titleOf)}
                  </Text>
                </Collapsible.Trigger>
                {!saved.some(({ key }) => key === list.key) ? <Badge variant="subtle">not saved yet</Badge> : <Badge variant="subtle">{isInForce(list, today) ? 'holds today' : (list.from ?? '') > today ? 'holds later' : 'is over'}</Badge>}
                <IconButton aria-label={`Move ${name} up`} size="xs" variant="ghost" colorPalette="ink" disabled={place === 0} onClick={() => setLists([...lists.slice(0, place - 1), list, ...lists.slice(place - 1).filter((other) => other !== list)])}>
                  <ArrowUp size={15} />
                </IconButton>
                <IconButton aria-label={`Take ${name} away`} size="xs" variant="ghost" colorPalette="brick" onClick={() => setLists(lists.filter((other) => other !== list).map((other) => (other.follows === list.key ? { ...other, follows: null } : other)))}>
                  <Trash2 size={15} />
                </IconButton>
              </HStack>
              {gone > 0 && withoutStale(list).length < list.prices.length && (
                <HStack px="4" pb="2" gap="3">
                  <Text fontSize="sm" color="oak.fg">
                    {counted(gone, 'price')} {gone === 1 ? 'is' : 'are'} for what is not there any more.
                  </Text>
                  <Button size="2xs" variant="outline" onClick={() => edit(list.key, { prices: withoutStale(list) })}>
                    Take {gone === 1 ? 'it' : 'them'} away
                  </Button>
                </HStack>
              )}
              <Collapsible.Content>
                <ListFields list={list} others={lists.filter((other) => other !== list)} groups={groups} suggestions={suggestions} onChange={(change) => edit(list.key, change)} />
              </Collapsible.Content>
            </Collapsible.Root>
          );
        })}
        {lists.length > 0 && (
          <Box mt="3">
            <PriceGrid lists={lists} products={products} currency={currency} today={today} onChange={setLists} />
          </Box>
        )}
        {isChanged && (
          <HStack gap="3" position="sticky" bottom="0" bg="bg" py="3" borderTopWidth="1px" borderColor="border" zIndex="2">
            <Button loading={busy} onClick={() => void look()}>
              Save
            </Button>
            <Button variant="ghost" colorPalette="ink" onClick={() => setLists(saved)}>
              As it was
            </Button>
            <Text fontSize="sm" color="fg.muted">
              What changes is shown before it holds.
            </Text>
          </HStack>
        )}
        {ripple === null && <FaultLine role="alert">{fault}</FaultLine>}
      </Stack>
      <RippleOfLists ripple={ripple} currency={currency} busy={busy} fault={fault} onClose={() => setRipple(null)} onAccept={() => void save(ripple?.count ?? 0, ripple?.below.length ?? 0)} />
    </Page>
  );
}
