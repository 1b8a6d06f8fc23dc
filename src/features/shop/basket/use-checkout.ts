import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { judgeAsked } from '@/core/basket';
import { type ShopPages } from '@/core/catalog';
import { isBlank } from '@/core/text';
import { askedFaultWords } from '@/core/words';
import { ApiProblem, send, wordsOf } from '@/features/kit/shared';
import { useChangesHere } from './basket-changes';

const placedSchema = z.object({
  token: z.string(),
  state: z.enum(['awaitingPayment', 'paid', 'declined', 'timedOut', 'abandoned']),
});

const OUTCOMES: Readonly<Record<string, string>> = {
  declined: 'The payment was declined. Nothing was charged and your basket is as it was; try again or pay another way.',
  timedOut: 'The payment service did not answer in time. Nothing was charged and your basket is as it was; try again.',
  awaitingPayment: 'The payment is still being made. Wait a moment before you try again.',
  abandoned: 'That order has run out. Order again.',
};

/** What is ordered, and what the shop asks. */
export interface Ordering {
  /** what it comes to, as it is shown */
  readonly total: string;
  readonly pages: ShopPages;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
}

interface Entered {
  readonly name: string;
  readonly email: string;
  /** by what was asked */
  readonly answers: ReadonlyMap<string, string>;
  readonly payment: string;
}

/** What is wrong with what was entered, in words. */
interface Faults {
  readonly name?: string;
  readonly email?: string;
  /** by what was asked; absent for nothing */
  readonly asked?: ReadonlyMap<string, string>;
  readonly general?: string;
}

const refusedSchema = z.object({ asked: z.array(z.object({ title: z.string(), message: z.string() })) });

/** What the server finds wrong with answers, by what was asked. */
const faultsOf = (error: unknown): Faults['asked'] => {
  const read = refusedSchema.safeParse(error instanceof ApiProblem ? error.details : {});
  return read.data && new Map(read.data.asked.map(({ title, message }) => [title, message]));
};

/** What can be seen to be wrong before it is sent. */
function faultsIn({ name, email }: Entered, asked: ReturnType<typeof askedIn>, { pages, today }: Ordering): Faults {
  const { faults } = judgeAsked(pages.asked, asked, today);
  return {
    ...(faults.length > 0 && { asked: new Map(faults.map((fault) => [fault.title, askedFaultWords(fault)])) }),
    name: isBlank(name) ? 'Enter your name.' : undefined,
    email: z.email().safeParse(email.trim()).success
      ? undefined
      : 'This is not an e-mail address. Write it like ada@example.org.',
  };
}

const askedIn = ({ answers }: Entered, { pages }: Ordering) =>
  pages.asked.map(({ title }) => ({ title, value: answers.get(title) ?? '' }));

/** Puts the focus into the first field that is to be mended, once its fault is drawn. */
const goToFault = (form: HTMLElement) =>
  requestAnimationFrame(() => form.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());

/** What a customer enters to order, and the way of the basket into an order. */
export function useCheckout(ordering: Ordering) {
  const { total } = ordering;
  const router = useRouter();
  const { settle } = useChangesHere();
  const [entered, setEntered] = useState<Entered>({ name: '', email: '', answers: new Map(), payment: 'approve' });
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<Faults>({});
  // The same press of the button, sent twice, is one order; a new attempt is a new key.
  const [key, setKey] = useState(() => nanoid());
  const shown = useRef(total);
  useEffect(() => {
    shown.current = total;
  }, [total]);

  /** Sends it. @returns what is wrong; null while the page is left for the order */
  const order = async (asked: ReturnType<typeof askedIn>): Promise<Faults | null> => {
    // What is ordered is what is seen: a number that was still being changed shows what it comes to first.
    const settled = await settle();
    if (settled === 'refused') return { general: 'A quantity in the basket can’t be had. Change it, then order.' };
    if (shown.current !== total) return { general: 'The basket has changed. Look at the new total, then order.' };
    const { name, email, payment } = entered;
    try {
      const said = { name: name.trim(), email: email.trim(), ...(asked.length > 0 && { asked }) };
      const body = { idempotencyKey: key, ...said, payment, seenTotal: total };
      const { state, token } = await send('POST', '/api/shop/checkout', body, placedSchema);
      if (state === 'paid') {
        router.push(`/shop/orders/${token}`);
        router.refresh();
        return null;
      }
      if (state !== 'awaitingPayment') setKey(nanoid());
      return { general: OUTCOMES[state] };
    } catch (error) {
      router.refresh();
      return { asked: faultsOf(error), general: wordsOf(error) };
    }
  };

  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const asked = askedIn(entered, ordering);
    const found = faultsIn(entered, asked, ordering);
    setFaults(found);
    if (found.name || found.email || found.asked) {
      goToFault(form);
      return;
    }
    setBusy(true);
    const wrong = await order(asked);
    if (!wrong) return;
    setFaults(wrong);
    setBusy(false);
    if (wrong.asked) goToFault(form);
  };
  return {
    entered,
    enter: (change: Partial<Entered>) => setEntered((known) => ({ ...known, ...change })),
    faults,
    busy,
    submit,
  };
}
