'use client';

import { Button, chakra, Stack, Text } from '@chakra-ui/react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { Exact } from '@/core/number';
import { isBlank } from '@/core/text';
import { send, wordsOf } from '@/features/kit/shared';
import { Money } from '@/ui/text';
import { SelectField, TextField } from '@/ui/field';
import { useChangesHere } from './basket-changes';

const placedSchema = z.object({
  token: z.string(),
  state: z.enum(['awaitingPayment', 'paid', 'declined', 'timedOut', 'abandoned']),
});

const WISHES = [
  { value: 'approve', label: 'approves the payment' },
  { value: 'decline', label: 'declines the payment' },
  { value: 'timeOut', label: 'does not answer' },
];

const OUTCOMES: Readonly<Record<string, string>> = {
  declined: 'The payment was declined. Nothing was charged and your basket is as it was; try again or pay another way.',
  timedOut: 'The payment service did not answer in time. Nothing was charged and your basket is as it was; try again.',
  awaitingPayment: 'The payment is still being made. Wait a moment before you try again.',
  abandoned: 'That order has run out. Order again.',
};

/** Name, e-mail and a simulated payment. */
export function CheckoutForm({ total, currency }: { total: string; currency: string }) {
  const router = useRouter();
  const { settle } = useChangesHere();
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [payment, setPayment] = useState('approve');
  const costs = Exact.from(total).sign() > 0;
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<{ name?: string; email?: string; general?: string }>({});
  // The same press of the button, sent twice, is one order; a new attempt is a new key.
  const [key, setKey] = useState(() => nanoid());

  const shown = useRef(total);
  useEffect(() => {
    shown.current = total;
  }, [total]);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const found = {
      name: isBlank(name) ? 'Enter your name.' : undefined,
      email: z.email().safeParse(email.trim()).success
        ? undefined
        : 'This is not an e-mail address. Write it like ada@example.org.',
    };
    setFaults(found);
    if (found.name || found.email) return;
    setBusy(true);
    // What is ordered is what is seen: a number that was still being changed shows what it comes to first.
    const settled = await settle();
    if (settled === 'refused' || shown.current !== total) {
      setBusy(false);
      setFaults({
        general:
          settled === 'refused'
            ? 'A quantity in the basket can’t be had. Change it, then order.'
            : 'The basket has changed. Look at the new total, then order.',
      });
      return;
    }
    try {
      const body = { idempotencyKey: key, name: name.trim(), email: email.trim(), payment, seenTotal: total };
      const order = await send('POST', '/api/shop/checkout', body, placedSchema);
      if (order.state === 'paid') {
        router.push(`/shop/orders/${order.token}`);
        router.refresh();
        return;
      }
      setFaults({ general: OUTCOMES[order.state] });
      if (order.state !== 'awaitingPayment') setKey(nanoid());
    } catch (error) {
      setFaults({ general: wordsOf(error) });
      router.refresh();
    }
    setBusy(false);
  };
  return (
    <chakra.form onSubmit={(event) => void submit(event)} noValidate>
      <Stack gap="4">
        <TextField label="Name" value={name} fault={faults.name} autoComplete="name" onChange={setName} />
        <TextField
          label="E-mail"
          type="email"
          value={email}
          fault={faults.email}
          autoComplete="email"
          onChange={setEmail}
        />
        {costs && (
          <SelectField
            label="Simulated payment: the service"
            value={payment}
            alternatives={WISHES}
            onChange={setPayment}
            help="No money moves in this shop."
          />
        )}
        <Button type="submit" size="lg" loading={busy}>
          {costs ? (
            <>
              Order and pay <Money amount={total} currency={currency} />
            </>
          ) : (
            'Order: there is nothing to pay'
          )}
        </Button>
        {faults.general && (
          <Text color="brick.fg" role="alert">
            {faults.general}
          </Text>
        )}
      </Stack>
    </chakra.form>
  );
}
