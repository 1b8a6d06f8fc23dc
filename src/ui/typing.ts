'use client';

import { type ChangeEvent, startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

type Listener = () => void;

let typing = false;
const onSettled = new Set<Listener>();
const onDropped = new Set<Listener>();

/**
 * Whether the change that is being made just now comes from a key: what shows it elsewhere may follow when the keys
 * rest.
 */
export const isByTyping = (): boolean => typing;

/** Makes a change that comes from a key. */
export function byTyping(change: () => void): void {
  typing = true;
  try {
    change();
  } finally {
    typing = false;
  }
}

/** Calls back when what was typed is to be shown everywhere at once, as when its field is left. @returns stops that */
export function whenSettled(listener: Listener): () => void {
  onSettled.add(listener);
  return () => void onSettled.delete(listener);
}

/** Says that something else than typing has changed what fields show: they show what is there now. */
export function dropTyped(): void {
  for (const listener of onDropped) listener();
}

/** Says that what was typed is to be shown everywhere at once. */
export function settleTyped(): void {
  for (const listener of onSettled) listener();
}

/** The same, and it is drawn before this returns; not while anything is being drawn. */
export const drawTyped = (): void => flushSync(settleTyped);

interface TypedField {
  readonly value: string;
  readonly onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => void;
  readonly onBlur: () => void;
}

interface TypedText {
  readonly value: string;
  /** takes what has been typed */
  readonly take: (text: string) => void;
  readonly onBlur: () => void;
}

/**
 * A text that is typed and has every key at once, however long the rest of the page takes to follow: it shows what was
 * typed until that comes back as its value, until it is left, or until something else changes it.
 *
 * @param onLeave takes what stands in it when it is left
 */
export function useTypedText(
  value: string,
  onChange: (value: string) => void,
  onLeave?: (text: string) => void,
): TypedText {
  const [typed, setTyped] = useState<string | null>(null);
  // It has come back. What comes back late, of an earlier key, is no change from elsewhere.
  if (typed === value) setTyped(null);
  const isTyped = typed !== null;
  useEffect(() => {
    if (!isTyped) return;
    const drop = () => setTyped(null);
    onDropped.add(drop);
    return () => void onDropped.delete(drop);
  }, [isTyped]);
  return {
    value: typed ?? value,
    take: (text) => {
      setTyped(text);
      byTyping(() => onChange(text));
    },
    onBlur: () => {
      settleTyped();
      setTyped(null);
      onLeave?.(typed ?? value);
    },
  };
}

/** The same as a field of the page. */
export function useTyped(
  value: string,
  onChange: (value: string) => void,
  onLeave?: (text: string) => void,
): TypedField {
  const { take, ...typed } = useTypedText(value, onChange, onLeave);
  return { ...typed, onChange: (event) => take(event.target.value) };
}

/** How long keys must rest before what follows from them is worked out, in milliseconds. */
const REST = 120;

/**
 * Makes changes of state: those that typing makes when the keys rest or the field is left, all others at once, after
 * those that still wait.
 */
export function useAtRest(): (change: () => void) => void {
  const waiting = useRef<(() => void)[]>([]);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const make = useCallback(() => {
    clearTimeout(timer.current);
    for (const change of waiting.current.splice(0)) change();
  }, []);
  useEffect(() => {
    const stop = whenSettled(make);
    return () => {
      stop();
      clearTimeout(timer.current);
    };
  }, [make]);
  return useCallback(
    (change) => {
      waiting.current.push(change);
      if (!typing) return make();
      clearTimeout(timer.current);
      timer.current = setTimeout(() => startTransition(make), REST);
    },
    [make],
  );
}
