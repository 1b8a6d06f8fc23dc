'use client';

import dynamic from 'next/dynamic';

/** Messages come after the page: what shows them is not needed to see it. */
const place = () => import('./toast-region');

/** What a message offers to do about what it says. */
export interface Offer {
  readonly label: string;
  readonly run: () => void;
}

/** Says that something has been done. */
export function sayDone(title: string, description?: string, offer?: Offer): void {
  const action = offer && { label: offer.label, onClick: offer.run };
  void place().then(({ toaster }) =>
    toaster.create({ title, description, type: 'success', duration: offer ? 10_000 : 5000, action }),
  );
}

/** Says that something could not be done; stays until it is closed. */
export function sayFailed(title: string, description?: string): void {
  void place().then(({ toaster }) => toaster.create({ title, description, type: 'error', duration: 15_000 }));
}

/** Where the messages appear. */
export const Toasts = dynamic(() => place().then(({ ToastPlace }) => ToastPlace), { ssr: false });
