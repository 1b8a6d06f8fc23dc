'use client';

import { Button, chakra, Stack, Text } from '@chakra-ui/react';
import { wordIn } from '@/core/catalog';
import { Exact } from '@/core/number';
import { SelectField, TextField } from '@/ui/field';
import { Money } from '@/ui/text';
import { CheckoutField } from './checkout-field';
import { type Ordering, useCheckout } from './use-checkout';

const WISHES = [
  { value: 'approve', label: 'approves the payment' },
  { value: 'decline', label: 'declines the payment' },
  { value: 'timeOut', label: 'does not answer' },
];

interface Props extends Ordering {
  currency: string;
}

/** Name, e-mail, what else the shop asks, and a simulated payment. */
export function CheckoutForm({ total, currency, pages, today }: Props) {
  const { entered, enter, faults, busy, submit } = useCheckout({ total, pages, today });
  const costs = Exact.from(total).sign() > 0;
  return (
    <chakra.form onSubmit={(event) => void submit(event)} noValidate>
      <Stack gap="4">
        <TextField
          label={wordIn(pages, 'name')}
          value={entered.name}
          fault={faults.name}
          autoComplete="name"
          onChange={(name) => enter({ name })}
        />
        <TextField
          label={wordIn(pages, 'email')}
          type="email"
          value={entered.email}
          fault={faults.email}
          autoComplete="email"
          onChange={(email) => enter({ email })}
        />
        {pages.asked.map((field) => (
          <CheckoutField
            key={field.title}
            field={field}
            value={entered.answers.get(field.title) ?? ''}
            fault={faults.asked?.get(field.title)}
            today={today}
            onChange={(value) => enter({ answers: new Map([...entered.answers, [field.title, value]]) })}
          />
        ))}
        {costs && (
          <SelectField
            label="Simulated payment: the service"
            value={entered.payment}
            alternatives={WISHES}
            onChange={(payment) => enter({ payment })}
            help="No money moves in this shop."
          />
        )}
        <Button type="submit" size="lg" loading={busy}>
          {costs ? (
            <>
              {wordIn(pages, 'order')} <Money amount={total} currency={currency} />
            </>
          ) : (
            `${wordIn(pages, 'order', 'Order')}: there is nothing to pay`
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
