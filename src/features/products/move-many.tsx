'use client';

import { Button, HStack, Progress, Stack, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { anything, send, wordsOf } from '@/features/shared/api';
import { binnedSchema } from '@/features/bin/say-binned';
import { type ProductRow } from '@/services/products/list';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';

/** What can be done with many products, one after the other. */
export type Way = 'publish' | 'withdraw' | 'archive' | 'takeOut' | 'delete' | 'bringBack';

const draftSchema = z.object({ draftVersion: z.number() });

interface Done {
  readonly product: ProductRow;
  /** why it could not be done; empty where it was */
  readonly refused: string;
  /** its number in the bin, where it was deleted */
  readonly binned: number | null;
}

interface Moving {
  readonly title: string;
  readonly does: string;
  readonly done: string;
  /** what takes it back, and what that is called */
  readonly back: { readonly way: Way; readonly words: string };
  readonly nothing: string;
  /** which of the products it is about */
  concerns(product: ProductRow): boolean;
  /** whether it can be taken back: what was published before keeps its new revision */
  canGoBack(product: ProductRow): boolean;
  /** @param binned its number in the bin, where it is brought back from there @returns its number in the bin, where it is deleted */
  move(id: number, binned: number | null): Promise<number | null>;
}

const at = (id: number, place = '') => `/api/manage/products/${id}${place}`;
const always = () => true;
const archived = (to: boolean) => (id: number) => send('PUT', at(id, '/archived'), { archived: to }, anything).then(() => null);

const MOVES: Readonly<Record<Way, Moving>> = {
  publish: {
    title: 'Publish', does: 'Publish', done: 'in the shop', back: { way: 'withdraw', words: 'Take them out again' }, nothing: 'None of them has a draft that differs from the shop.',
    concerns: ({ state }) => state !== 'published',
    canGoBack: ({ state }) => state === 'draft' || state === 'archived',
    async move(id) {
      const { draftVersion } = await send('GET', at(id), undefined, draftSchema);
      await send('POST', at(id, '/publication'), { version: draftVersion, accepted: 0 }, anything);
      return null;
    },
  },
  withdraw: {
    title: 'Take out of the shop', does: 'Take out', done: 'out of the shop', back: { way: 'publish', words: 'Put them back' }, nothing: 'None of them is in the shop.',
    concerns: ({ state }) => state === 'published' || state === 'changed',
    canGoBack: ({ state }) => state === 'published',
    move: (id) => send('DELETE', at(id, '/publication'), undefined, anything).then(() => null),
  },
  archive: {
    title: 'Archive', does: 'Archive', done: 'archived', back: { way: 'takeOut', words: 'Take them out of the archive' }, nothing: 'None of them is a draft. Take them out of the shop first.',
    concerns: ({ state }) => state === 'draft',
    canGoBack: always,
    move: archived(true),
  },
  takeOut: {
    title: 'Take out of the archive', does: 'Take out', done: 'out of the archive', back: { way: 'archive', words: 'Archive them again' }, nothing: 'None of them is archived.',
    concerns: ({ state }) => state === 'archived',
    canGoBack: always,
    move: archived(false),
  },
  delete: {
    title: 'Delete', does: 'Delete', done: 'in the bin, for 30 days', back: { way: 'bringBack', words: 'Bring them back' }, nothing: 'None of them is a draft. Take them out of the shop first.',
    concerns: ({ state }) => state === 'draft' || state === 'archived',
    canGoBack: always,
    move: (id) => send('DELETE', at(id), undefined, binnedSchema).then(({ binned }) => binned),
  },
  bringBack: {
    title: 'Bring back', does: 'Bring back', done: 'back', back: { way: 'delete', words: 'Delete them again' }, nothing: 'None of them was deleted.',
    concerns: always,
    canGoBack: always,
    move: (_id, binned) => send('POST', `/api/manage/bin/${binned}`, undefined, anything).then(() => null),
  },
};

interface Props {
  way: Way;
  products: readonly ProductRow[];
  onClose: () => void;
}

/** Moves many products, into the shop, out of it or away, one after the other: what can’t go says why, and it can be stopped and taken back. */
export function MoveMany({ way, products, onClose }: Props) {
  const [now, setNow] = useState<Way>(way);
  const [going, setGoing] = useState<readonly ProductRow[]>(() => products.filter((product) => MOVES[way].concerns(product)));
  const [done, setDone] = useState<readonly Done[]>([]);
  const [running, setRunning] = useState(false);
  const [finished, setFinished] = useState(false);
  const stop = useRef(false);
  const words = MOVES[now];
  const notReady = now === 'publish' ? going.filter(({ mustFix }) => mustFix > 0) : [];
  const run = async (direction: Way, list: readonly ProductRow[]) => {
    const binned = new Map(done.map(({ product, binned: number }) => [product.id, number]));
    stop.current = false;
    setNow(direction);
    setGoing(list);
    setDone([]);
    setFinished(false);
    setRunning(true);
    for (const product of list) {
      if (stop.current) break;
      const outcome = await MOVES[direction].move(product.id, binned.get(product.id) ?? null).then(
        (number) => ({ refused: '', binned: number }),
        (error: unknown) => ({ refused: wordsOf(error), binned: null }),
      );
      setDone((before) => [...before, { product, ...outcome }]);
    }
    setRunning(false);
    setFinished(true);
  };
  const moved = done.filter(({ refused }) => refused === '');
  const back = now === way ? moved.map(({ product }) => product).filter((product) => words.canGoBack(product)) : [];
  return (
    <AppDialog
      size="lg"
      open
      title={`${words.title}: ${counted(going.length, 'product')}`}
      onClose={running ? undefined : onClose}
      footer={
        <HStack>
          {finished && back.length > 0 && (
            <Button variant="outline" colorPalette="ink" onClick={() => void run(words.back.way, back)}>
              {words.back.words}
            </Button>
          )}
          {running ? (
            <Button variant="outline" colorPalette="ink" onClick={() => (stop.current = true)}>
              Stop
            </Button>
          ) : (
            <Button variant="ghost" colorPalette="ink" onClick={onClose}>
              {finished ? 'Close' : 'Cancel'}
            </Button>
          )}
          {!running && !finished && (
            <Button disabled={going.length === 0} onClick={() => void run(way, going)}>
              {words.does} {counted(going.length, 'product')}
            </Button>
          )}
        </HStack>
      }
    >
      <Stack gap="4">
        {going.length === 0 && <Text>{words.nothing}</Text>}
        {!running && !finished && going.length > 0 && (
          <Text color="fg.muted">
            {going.map(({ title }) => title).slice(0, 12).join(', ')}
            {going.length > 12 ? ` and ${going.length - 12} more` : ''}. What has something to mend, or would stop others from being sold, stays and is named.
          </Text>
        )}
        {!running && !finished && notReady.length > 0 && (
          <Text color="copper.fg">
            {counted(notReady.length, 'product')} {notReady.length === 1 ? 'has' : 'have'} something to mend first: {notReady.map(({ title }) => title).slice(0, 6).join(', ')}.
          </Text>
        )}
        {(running || finished) && (
          <Progress.Root value={done.length} max={Math.max(1, going.length)} aria-label="Products done">
            <Progress.Track>
              <Progress.Range bg="copper.solid" />
            </Progress.Track>
          </Progress.Root>
        )}
        {(running || finished) && (
          <Text role="status">
            {moved.length} of {counted(going.length, 'product')}: {words.done}.{finished && done.length < going.length ? ' Stopped.' : ''}
          </Text>
        )}
        {done.some(({ refused }) => refused !== '') && (
          <ScrollRegion label="What stays" height="220px">
            <Stack gap="2">
              {done.map(({ product, refused }) =>
                refused === '' ? null : (
                  <Text key={product.id} fontSize="sm">
                    <b>{product.title}</b> stays. {refused}
                  </Text>
                ),
              )}
            </Stack>
          </ScrollRegion>
        )}
      </Stack>
    </AppDialog>
  );
}
