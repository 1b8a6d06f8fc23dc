'use client';

import { Button, HStack, Progress, Stack, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type ProductRow } from '@/services/products/list';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';

type Way = 'publish' | 'withdraw';

const draftSchema = z.object({ draftVersion: z.number() });

interface Done {
  readonly product: ProductRow;
  /** why it could not be done; empty where it was */
  readonly refused: string;
}

const WORDS = {
  publish: { title: 'Publish', does: 'Publish', done: 'is in the shop', back: 'Take them out again', nothing: 'None of them has a draft that differs from the shop.' },
  withdraw: { title: 'Take out of the shop', does: 'Take out', done: 'is out of the shop', back: 'Put them back', nothing: 'None of them is in the shop.' },
} as const;

async function move(way: Way, id: number): Promise<void> {
  const address = `/api/manage/products/${id}/publication`;
  if (way === 'withdraw') await send('DELETE', address, undefined, anything);
  else await send('POST', address, { version: (await send('GET', `/api/manage/products/${id}`, undefined, draftSchema)).draftVersion, accepted: 0 }, anything);
}

/** Whether moving it the one way can be taken back by moving it the other: what was published before keeps its new revision. */
const canGoBack = (way: Way, { state }: ProductRow) => (way === 'publish' ? state === 'draft' : state === 'published');

interface Props {
  way: Way;
  products: readonly ProductRow[];
  onClose: () => void;
}

/** Brings many products into the shop or out of it, one after the other: what can’t go says why, and it can be stopped and taken back. */
export function MoveMany({ way, products, onClose }: Props) {
  const [now, setNow] = useState<Way>(way);
  const [going, setGoing] = useState<readonly ProductRow[]>(() => products.filter(({ state }) => (way === 'publish' ? state !== 'published' : state !== 'draft')));
  const [done, setDone] = useState<readonly Done[]>([]);
  const [running, setRunning] = useState(false);
  const [finished, setFinished] = useState(false);
  const stop = useRef(false);
  const words = WORDS[now];
  const notReady = now === 'publish' ? going.filter(({ mustFix }) => mustFix > 0) : [];
  const run = async (direction: Way, list: readonly ProductRow[]) => {
    stop.current = false;
    setNow(direction);
    setGoing(list);
    setDone([]);
    setFinished(false);
    setRunning(true);
    for (const product of list) {
      if (stop.current) break;
      const refused = await move(direction, product.id).then(
        () => '',
        (error: unknown) => wordsOf(error),
      );
      setDone((before) => [...before, { product, refused }]);
    }
    setRunning(false);
    setFinished(true);
  };
  const moved = done.filter(({ refused }) => refused === '');
  const back = now === way ? moved.map(({ product }) => product).filter((product) => canGoBack(way, product)) : [];
  return (
    <AppDialog
      size="lg"
      open
      title={`${words.title}: ${counted(going.length, 'product')}`}
      onClose={running ? undefined : onClose}
      footer={
        <HStack>
          {finished && back.length > 0 && (
            <Button variant="outline" colorPalette="ink" onClick={() => void run(way === 'publish' ? 'withdraw' : 'publish', back)}>
              {words.back}
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
