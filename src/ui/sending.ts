import { type FormEvent } from 'react';

/** Lets a form be sent without the page being left. */
export const sending = (work: () => Promise<unknown>) => (event: FormEvent) => {
  event.preventDefault();
  void work();
};
