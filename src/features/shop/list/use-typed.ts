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
}

export function useTyped(asked: ShopAsked): Asking {
  const at = shopAddress(asked);
  const [typed, setTyped] = useState<{ readonly at: string; readonly said: Typed }>({ at, said: {} });
  const said = typed.at === at ? typed.said : {};
  return { asked, at, meant: { ...asked, ...said }, type: (more) => setTyped({ at, said: { ...said, ...more } }) };
}
