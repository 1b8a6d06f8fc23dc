import { type EntryKind } from '@/core/exchange';
import { counted } from '@/core/words';

interface KindWords {
  readonly title: string;
  readonly lead: string;
  readonly head: string;
  readonly why: string;
  /** what entering so many lines is called, and what is said then */
  readonly enter: (lines: number) => string;
  readonly done: (lines: number) => string;
  readonly example: string;
}

/** How the two kinds of entering many are told. */
export const ENTRY_KINDS: Readonly<Record<EntryKind, KindWords>> = {
  receipt: {
    title: 'Receive a delivery',
    lead: 'Type, scan or paste what came in. Nothing enters the stock before you receive it.',
    head: 'Quantity',
    why: 'Delivery from …',
    enter: (lines) => `Receive ${counted(lines, 'line')}`,
    done: (lines) => `${counted(lines, 'line')} received`,
    example: 'SUIT-WH-M; 12; 31.50',
  },
  adjustment: {
    title: 'Count stock',
    lead: 'Type, scan or paste what was counted. On hand becomes what you counted, once you post it.',
    head: 'Counted',
    why: 'Counted on the shelf',
    enter: (lines) => `Post ${counted(lines, 'count')}`,
    done: (lines) => `${counted(lines, 'count')} posted`,
    example: 'SUIT-WH-M; 12',
  },
};
