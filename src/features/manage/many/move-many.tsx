'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { type ComponentType, useEffect, useRef, useState } from 'react';
import { counted } from '@/core/words';
import { ApiProblem, wordsOf } from '@/features/kit/shared';
import { belowWords, RippleView, useRipple } from '@/features/editors/ripple';
import { AppDialog } from '@/ui/dialog';
import { ProgressBar } from '@/ui/progress-bar';
import { ScrollRegion } from '@/ui/scroll-region';
import { type draftsSeen } from './ways';

/** Something that can be moved. */
export interface Movable {
  readonly id: number | string;
  readonly title: string;
}

interface Done<Row> {
  readonly row: Row;
  /** why it could not be done; empty where it was */
  readonly refused: string;
  /** its number in the bin, where it was deleted */
  readonly binned: number | null;
}

/** One way to move many of something, one after the other. */
export interface Move<Row extends Movable, Way extends string> {
  readonly title: string;
  readonly does: string;
  readonly done: string;
  /** what takes it back, and what that is called; null where nothing does */
  readonly back: { readonly way: Way; readonly words: string } | null;
  readonly nothing: string;
  /** which of them it is about */
  concerns(row: Row): boolean;
  /** whether it can be taken back: what was published before keeps its new revision */
  canGoBack(row: Row): boolean;
  /** whether what is not ready is tried again after the others, which it may need; absent where none needs another */
  needsOthers?: boolean;
  /** whether something of it is to be mended first; absent where that is no matter */
  notReady?(row: Row): boolean;
  /** what says what keeps them, and mends it; absent where nothing does */
  Kept?: ComponentType<KeptProps<Row>>;
  /** where it is read what this would change in others, and of which drafts; absent where it changes nothing there */
  rippleOf?(rows: readonly Row[]): { readonly address: string; readonly drafts: ReturnType<typeof draftsSeen> };
  /**
   * @param binned its number in the bin, where it is brought back from there @returns its number in the bin, where it
   * is deleted
   */
  move(id: Row['id'], binned: number | null, row: Row): Promise<number | null>;
}

export interface KeptProps<Row extends Movable> {
  /** those that have something to be mended first */
  rows: readonly Row[];
  /** is given those of them that have become others, as they are now */
  onMended: (rows: readonly Row[]) => void;
}

interface Props<Row extends Movable, Way extends string> {
  way: Way;
  moves: Readonly<Record<Way, Move<Row, Way>>>;
  rows: readonly Row[];
  /** what one of them is called, and several where that is no `s` more */
  word: string;
  words?: string;
  onClose: () => void;
}

/**
 * Moves many, into the shop, out of it or away, one after the other: what can’t go says why, and it can be stopped and
 * taken back.
 */
export function MoveMany<Row extends Movable, Way extends string>({
  way,
  moves,
  rows,
  word,
  words: several,
  onClose,
}: Props<Row, Way>) {
  const [now, setNow] = useState<Way>(way);
  const [going, setGoing] = useState<readonly Row[]>(() => rows.filter((row) => moves[way].concerns(row)));
  const [done, setDone] = useState<readonly Done<Row>[]>([]);
  const [running, setRunning] = useState(false);
  const [finished, setFinished] = useState(false);
  /** what was found out last, and of which products */
  const [found, setFound] = useState<{ readonly asked: string; readonly below: number } | null>(null);
  const stop = useRef(false);
  const words = moves[now];
  const ripple = going.length === 0 ? undefined : words.rippleOf?.(going);
  const asked = JSON.stringify({ drafts: ripple?.drafts ?? [] });
  /** how many would fall below their floors; null until that is known */
  const below = ripple === undefined ? 0 : found?.asked === asked ? found.below : null;
  // What is mended here stays there to be seen.
  const [keptBack] = useState(() => going.filter((row) => words.notReady?.(row) === true));
  const notReady = going.filter((row) => words.notReady?.(row) === true);
  const run = async (direction: Way, list: readonly Row[]) => {
    const binned = new Map(done.map(({ row, binned: number }) => [row.id, number]));
    stop.current = false;
    setNow(direction);
    setGoing(list);
    setDone([]);
    setFinished(false);
    setRunning(true);
    await goThrough(list, moves[direction], {
      binnedOf: (row) => binned.get(row.id) ?? null,
      isStopped: () => stop.current,
      onDone: (some) => setDone((before) => [...before, ...some]),
    });
    setRunning(false);
    setFinished(true);
  };
  const moved = done.filter(({ refused }) => refused === '');
  const back = now === way ? moved.map(({ row }) => row).filter((row) => words.canGoBack(row)) : [];
  return (
    <AppDialog
      size={words.rippleOf ? 'xl' : 'lg'}
      open
      title={`${words.title}: ${counted(going.length, word, several)}`}
      onClose={running ? undefined : onClose}
      footer={
        <HStack>
          {finished && words.back && back.length > 0 && (
            <Button variant="outline" colorPalette="ink" onClick={() => words.back && void run(words.back.way, back)}>
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
            <Button
              disabled={going.length === 0 || below === null}
              colorPalette={below ? 'brick' : 'copper'}
              onClick={() => void run(way, going)}
            >
              {words.does} {counted(going.length, word, several)}
              {below ? `, though ${belowWords(below)}` : ''}
            </Button>
          )}
        </HStack>
      }
    >
      <Stack gap="4">
        {going.length === 0 && <Text>{words.nothing}</Text>}
        {!running && !finished && ripple !== undefined && (
          <RippleBefore key={asked} address={ripple.address} asked={asked} onFound={setFound} />
        )}
        {!running && !finished && (
          <WhatGoes going={going} notReady={words.Kept ? [] : notReady} word={word} words={several} />
        )}
        {!running && !finished && words.Kept && keptBack.length > 0 && (
          <words.Kept rows={keptBack} onMended={(mended) => setGoing((before) => withFresh(before, mended))} />
        )}
        {(running || finished) && (
          <HowFar
            done={done}
            all={going.length}
            words={`${moved.length} of ${counted(going.length, word, several)}: ${words.done}.${finished && done.length < going.length ? ' Stopped.' : ''}`}
          />
        )}
      </Stack>
    </AppDialog>
  );
}

/** Rows in their order, those that have become others as they are now. */
function withFresh<Row extends Movable>(rows: readonly Row[], fresh: readonly Row[]): readonly Row[] {
  const byId = new Map(fresh.map((row) => [row.id, row]));
  return rows.map((row) => byId.get(row.id) ?? row);
}

interface Going<Row> {
  binnedOf(row: Row): number | null;
  isStopped(): boolean;
  /** is told what has gone, or stays and why */
  onDone(some: readonly Done<Row>[]): void;
}

/** Moves one after the other. What waits for another goes once that has gone: as long as any of them does. */
async function goThrough<Row extends Movable, Way extends string>(
  list: readonly Row[],
  { move, needsOthers = false }: Pick<Move<Row, Way>, 'move' | 'needsOthers'>,
  { binnedOf, isStopped, onDone }: Going<Row>,
): Promise<void> {
  let left = list;
  while (left.length > 0) {
    const waiting: Done<Row>[] = [];
    for (const row of left) {
      if (isStopped()) return onDone(waiting);
      try {
        onDone([{ row, refused: '', binned: await move(row.id, binnedOf(row), row) }]);
      } catch (error) {
        const refused = { row, refused: wordsOf(error), binned: null };
        if (needsOthers && isNotReady(error)) waiting.push(refused);
        else onDone([refused]);
      }
    }
    if (waiting.length === left.length) return onDone(waiting);
    left = waiting.map(({ row }) => row);
  }
}

const isNotReady = (error: unknown): boolean => error instanceof ApiProblem && error.code === 'notReady';

/** What all of them together would change in products, before they go. */
function RippleBefore({
  address,
  asked,
  onFound,
}: {
  address: string;
  /** as JSON */
  asked: string;
  onFound: (found: { asked: string; below: number }) => void;
}) {
  const ripple = useRipple(address, asked);
  const { state, below } = ripple;
  useEffect(() => {
    if (state !== 'running') onFound({ asked, below });
  }, [state, below, asked, onFound]);
  return (
    <RippleView
      ripple={ripple}
      nothingReached="No product in the shop, and nothing that has a part of them, changes by it."
    />
  );
}

const firstTitles = (rows: readonly Movable[], most: number): string =>
  rows
    .slice(0, most)
    .map(({ title }) => title)
    .join(', ');

/** What is moved, and what of it has something to be mended first. */
function WhatGoes({
  going,
  notReady,
  word,
  words,
}: {
  going: readonly Movable[];
  notReady: readonly Movable[];
  word: string;
  words?: string;
}) {
  return (
    <>
      {going.length > 0 && (
        <Text color="fg.muted">
          {firstTitles(going, 12)}
          {going.length > 12 ? ` and ${going.length - 12} more` : ''}. What needs fixing, or would stop others from
          being sold, is skipped and listed.
        </Text>
      )}
      {notReady.length > 0 && (
        <Text color="copper.fg">
          {counted(notReady.length, word, words)} {notReady.length === 1 ? 'has' : 'have'} something to fix first:{' '}
          {firstTitles(notReady, 6)}.
        </Text>
      )}
    </>
  );
}

/** How many have been moved so far, and what stays, and why. */
function HowFar<Row extends Movable>({
  done,
  all,
  words,
}: {
  done: readonly Done<Row>[];
  all: number;
  /** how many have gone, in words */
  words: string;
}) {
  return (
    <>
      <ProgressBar label="Done so far" done={done.length} of={all} />
      <Text role="status">{words}</Text>
      {done.some(({ refused }) => refused !== '') && (
        <ScrollRegion label="What stays" height="220px">
          <Stack gap="2">
            {done.map(({ row, refused }) =>
              refused === '' ? null : (
                <Text key={row.id} fontSize="sm">
                  <b>{row.title}</b> stays. {refused}
                </Text>
              ),
            )}
          </Stack>
        </ScrollRegion>
      )}
    </>
  );
}
