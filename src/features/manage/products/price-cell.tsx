'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { Exact } from '@/core/number';
import { faultWords } from '@/core/words';
import { orNull } from '@/features/editors/fields';
import { anything, send, useBusy, wordsOf } from '@/features/kit/shared';
import { type ProductRow } from '@/services/products/list';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { sayDone, sayFailed } from '@/ui/toasts';
import { TypedInPlace } from './typed-in-place';

const savedSchema = z.object({ version: z.number() });

interface Prices {
  readonly price: string | null;
  readonly wasPrice: string | null;
}

/** The price of a product in the list, where its base price and was-price are typed without opening it. */
export function PriceCell({ row }: { row: ProductRow }) {
  const isNotKnown = row.isDue && row.price === null;
  const words = row.price ?? (isNotKnown ? '' : 'no price');
  // What is worked out from parts or a formula has no price to type.
  if (isNotKnown || (row.base.price === null && row.price !== null))
    return (
      <Text as="span" color={row.price === null ? 'fg.muted' : undefined}>
        {words}
      </Text>
    );
  return (
    <TypedInPlace label={`Price of ${row.title}`} words={words} color={row.price === null ? 'fg.muted' : 'fg'}>
      {(close) => <PriceForm row={row} onDone={close} />}
    </TypedInPlace>
  );
}

/** @returns what is wrong with a price as it is typed */
const priceFault = (text: string): string | undefined => {
  if (text.trim() === '') return undefined;
  const value = Exact.parse(text.trim());
  if (!value) return faultWords({ code: 'notDecimal', given: text.trim() });
  return value.sign() < 0 ? 'A price can’t be less than nothing.' : undefined;
};

function PriceForm({ row, onDone }: { row: ProductRow; onDone: () => void }) {
  const router = useRouter();
  const [price, setPrice] = useState(row.base.price ?? '');
  const [wasPrice, setWasPrice] = useState(row.base.wasPrice ?? '');
  const { busy, fault, run } = useBusy();
  const wrong = [price, wasPrice].some((text) => priceFault(text) !== undefined);
  const address = `/api/manage/products/${row.id}`;
  const set = (prices: Prices, version: number) =>
    send('PUT', `${address}/base-price`, { ...prices, version, editor: nanoid() }, savedSchema);
  const save = (publishes: boolean) =>
    run(async () => {
      const { version } = await set(
        { price: orNull(price.trim()), wasPrice: orNull(wasPrice.trim()) },
        row.draftVersion,
      );
      onDone();
      router.refresh();
      if (publishes) {
        try {
          await send('POST', `${address}/publication`, { version, accepted: 0 }, anything);
        } catch (error) {
          return sayFailed(`${row.title}: saved, not published`, wordsOf(error));
        } finally {
          router.refresh();
        }
        return sayDone(`${row.title}: price published`);
      }
      sayDone(`${row.title}: price saved in the draft`, undefined, {
        label: 'Undo',
        run: () =>
          void set(row.base, version).then(
            () => router.refresh(),
            (error: unknown) => sayFailed('The price was not taken back', wordsOf(error)),
          ),
      });
    });
  return (
    <form
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        if (!wrong && !busy) void save(false);
      }}
    >
      <Stack gap="3">
        <TextField
          label="Base price"
          value={price}
          inputMode="decimal"
          placeholder="no price"
          fault={priceFault(price)}
          onChange={setPrice}
          onFocus={(event) => event.target.select()}
        />
        <TextField
          label="Was-price"
          value={wasPrice}
          inputMode="decimal"
          placeholder="none"
          fault={priceFault(wasPrice)}
          onChange={setWasPrice}
        />
        <FaultLine role="alert">{fault}</FaultLine>
        <HStack gap="2">
          <Button type="submit" size="sm" loading={busy} disabled={wrong}>
            Save draft
          </Button>
          <Button
            type="button"
            size="sm"
            variant="outline"
            disabled={wrong || busy || row.state === 'archived'}
            onClick={() => void save(true)}
          >
            Save and publish
          </Button>
        </HStack>
      </Stack>
    </form>
  );
}
