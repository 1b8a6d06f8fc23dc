'use client';

import { chakra } from '@chakra-ui/react';
import {
  defaultRangeExtractor,
  type Range,
  useVirtualizer,
  useWindowVirtualizer,
  type Virtualizer,
} from '@tanstack/react-virtual';
import { Fragment, type ReactNode, type RefObject, useCallback, useEffect, useRef, useState } from 'react';

/** From so many entries on, only those are drawn that can be seen, or nearly: fewer are all drawn. */
export const LONG = 50;

/** So many entries are drawn beyond what can be seen, on either side. */
const BEYOND = 8;

interface Rows {
  /** the numbers of what is drawn, in order */
  readonly drawn: readonly number[];
  /** how much room stands before what is drawn there, for what is not; in pixels */
  roomBefore(place: number): number;
  /** how much room stands after all that is drawn, in pixels */
  readonly roomAfter: number;
  /** measures an entry that is drawn, which says its number in `data-index`; absent where all are drawn */
  readonly measure?: (element: HTMLElement | null) => void;
}

/** @param begins where the list begins in what scrolls, in pixels */
function rowsOf<Scroller extends Element | Window>(virtual: Virtualizer<Scroller, HTMLElement>, begins: number): Rows {
  const { count } = virtual.options;
  if (count < LONG)
    return { drawn: Array.from({ length: count }, (_, index) => index), roomBefore: () => 0, roomAfter: 0 };
  const items = virtual.getVirtualItems();
  return {
    drawn: items.map(({ index }) => index),
    roomBefore: (place) => (items[place]?.start ?? 0) - (items[place - 1]?.end ?? begins),
    roomAfter: virtual.getTotalSize() + begins - (items.at(-1)?.end ?? begins),
    measure: virtual.measureElement,
  };
}

/**
 * Which rows of a list are drawn that scrolls by itself: all of a short one.
 *
 * @param height what a row usually takes, in pixels
 */
export function useLongRowsWithin(scroller: RefObject<HTMLElement | null>, count: number, height: number): Rows {
  // What is drawn follows from where it is scrolled to, which the library keeps in one object that stays the same.
  'use no memo';
  return rowsOf(
    useVirtualizer<HTMLElement, HTMLElement>({
      count,
      getScrollElement: () => scroller.current,
      estimateSize: () => height,
      overscan: BEYOND,
    }),
    0,
  );
}

/**
 * Which entries of a list that scrolls with the page are drawn: all of a short one. One in which somebody works stays,
 * wherever the page is scrolled to.
 *
 * @param list   what the entries stand in
 * @param height what an entry usually takes, in pixels
 * @param held   the number of the entry that stays; -1 for none
 */
export function useLongRows(
  list: RefObject<HTMLElement | null>,
  count: number,
  height: number,
  held: number,
  keyOf?: (index: number) => string | number,
): Rows {
  // As above.
  'use no memo';
  const [begins, setBegins] = useState(0);
  // What stands above it comes and goes, and the page becomes longer or shorter by it.
  useEffect(() => {
    const observer = new ResizeObserver(
      () => list.current && setBegins(Math.round(list.current.getBoundingClientRect().top + window.scrollY)),
    );
    observer.observe(document.body);
    return () => observer.disconnect();
  }, [list]);
  const rangeExtractor = useCallback(
    (range: Range) => {
      const inView = defaultRangeExtractor(range);
      return held < 0 || held >= range.count || inView.includes(held)
        ? inView
        : [...inView, held].sort((a, b) => a - b);
    },
    [held],
  );
  return rowsOf(
    useWindowVirtualizer<HTMLElement>({
      count,
      estimateSize: () => height,
      overscan: BEYOND,
      scrollMargin: begins,
      rangeExtractor,
      initialRect: { width: 1280, height: 800 },
      ...(keyOf && { getItemKey: keyOf }),
    }),
    begins,
  );
}

interface Props<E> {
  entries: readonly E[];
  keyOf: (entry: E, index: number) => string | number;
  /** what an entry usually takes, in pixels */
  height: number;
  render: (entry: E, index: number) => ReactNode;
}

/** Entries one below the other: of a long list, those that can be seen. */
export function LongList<E>({ entries, keyOf, height, render }: Props<E>) {
  return entries.length < LONG ? (
    entries.map((entry, index) => <Fragment key={keyOf(entry, index)}>{render(entry, index)}</Fragment>)
  ) : (
    <ManyEntries entries={entries} keyOf={keyOf} height={height} render={render} />
  );
}

function ManyEntries<E>({ entries, keyOf, height, render }: Props<E>) {
  const list = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<string | number | null>(null);
  const key = (index: number) => {
    const entry = entries[index];
    return entry === undefined ? index : keyOf(entry, index);
  };
  const rows = useLongRows(
    list,
    entries.length,
    height,
    held === null ? -1 : entries.findIndex((entry, index) => keyOf(entry, index) === held),
    key,
  );
  return (
    <div ref={list}>
      {rows.drawn.map((index, place) => {
        const entry = entries[index];
        return (
          entry !== undefined && (
            <div key={key(index)}>
              <Room height={rows.roomBefore(place)} />
              {/* Also what opens above the page, as a question, is within the entry that opened it. */}
              <chakra.div
                ref={rows.measure}
                data-index={index}
                display="flow-root"
                onFocusCapture={() => setHeld(key(index))}
              >
                {render(entry, index)}
              </chakra.div>
            </div>
          )
        );
      })}
      <Room height={rows.roomAfter} />
    </div>
  );
}

/** The room of rows of a table that aren't drawn because they can't be seen. */
export const RowsLeftOut = ({ height }: { height: number }) =>
  height > 0 ? <tr aria-hidden style={{ height }} /> : null;

const Room = ({ height }: { height: number }) => (height > 0 ? <div aria-hidden style={{ height }} /> : null);
