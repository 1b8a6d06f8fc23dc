'use client';

import { useState } from 'react';
import { type ShopAsked } from '@/core/browsing';
import { shopAddress } from './addresses';

type Typed = Partial<Pick<ShopAsked, 'find' | 'from' | 'to'>>;

/** What is shown, and what somebody has typed since and not sent yet. */
export interface Asking {
  /** what is shown */
  readonly asked: ShopAsked;
  /** its address */
  readonly at: string;
  /** the same with what is typed: whatever is pressed next takes it along */
  readonly meant: ShopAsked;
  type(more: Typed): void;
  /** what is typed is not meant any more */
  forget(): void;
}

/** What of it has not been sent: what is typed while another address is on its way stays. */
const unsent = ({ find, from, to }: Typed, asked: ShopAsked): Typed => ({
  ...(find !== undefined && find.trim() !== asked.find && { find }),
  ...(from !== undefined && from.trim() !== asked.from && { from }),
  ...(to !== undefined && to.trim() !== asked.to && { to }),
});

export function useTyped(asked: ShopAsked): Asking {
  const at = shopAddress(asked);
  const [typed, setTyped] = useState<{ readonly at: string; readonly said: Typed }>({ at, said: {} });
  const said = typed.at === at ? typed.said : unsent(typed.said, asked);
  // Once it is shown, it is typed no more.
  if (typed.at !== at) setTyped({ at, said });
  return {
    asked,
    at,
    meant: { ...asked, ...said },
    type: (more) => setTyped({ at, said: { ...said, ...more } }),
    forget: () => setTyped({ at, said: {} }),
  };
}
