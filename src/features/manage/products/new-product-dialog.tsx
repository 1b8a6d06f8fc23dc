'use client';

import { SimpleGrid, Stack } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { type PatternKey, patternKeys, patterns, skuFrom } from '@/core/catalog';
import { Exact } from '@/core/number';
import { faultWords } from '@/core/words';
import { orNull } from '@/features/editors/fields';
import { send, useBusy } from '@/features/kit/shared';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { SelectField, TextField } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';

const createdSchema = z.object({ id: z.number() });

const PATTERNS = [
  { value: '', label: 'nothing: a name alone' },
  ...patternKeys.map((value) => ({ value, label: patterns[value].title })),
];

/** Asks for a name, and for what else is known of it already, and opens the new product. */
export function NewProductDialog({
  open,
  onClose,
  categories,
  begin = null,
}: {
  open: boolean;
  onClose: () => void;
  categories: readonly string[];
  /** the pattern that is picked beforehand */ begin?: PatternKey | null;
}) {
  const router = useRouter();
  const [title, setTitle] = useState('');
  // Until somebody writes another, it follows the name.
  const [ownSku, setOwnSku] = useState<string>();
  const sku = ownSku ?? skuFrom(title);
  const [price, setPrice] = useState('');
  const [category, setCategory] = useState('');
  const [picked, setPicked] = useState<PatternKey | null>();
  const pattern = picked === undefined ? begin : picked;
  const [priceFault, setPriceFault] = useState<string>();
  const { busy, fault, setFault, run } = useBusy();

  const create = async () => {
    if (title.trim() === '') {
      setFault('Give the product a name.');
      return;
    }
    if (price.trim() !== '' && !Exact.parse(price.trim())) {
      setPriceFault(faultWords({ code: 'notDecimal', given: price.trim() }));
      return;
    }
    const work = async () => {
      const { id } = await send(
        'POST',
        '/api/manage/products',
        { title, sku, price: orNull(price), category: orNull(category), pattern },
        createdSchema,
      );
      const fillFirst = pattern === null ? null : patterns[pattern].fillFirst;
      router.push(`/manage/products/${id}${fillFirst === null ? '' : `?place=${encodeURIComponent(fillFirst)}`}`);
    };
    await run(work, { leaves: true });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void create();
  };
  return (
    <AppDialog
      title="New product"
      open={open}
      onClose={onClose}
      footer={<DialogButtons confirm="Create and open" busy={busy} onConfirm={() => void create()} onClose={onClose} />}
    >
      <form onSubmit={submit}>
        <Stack gap="4">
          <TextField
            label="Name"
            value={title}
            onChange={setTitle}
            fault={fault}
            maxLength={160}
            autoFocus
            help="What customers will see, such as Hive tool."
          />
          <SimpleGrid columns={2} gap="4">
            <TextField label="SKU" value={sku} onChange={setOwnSku} maxLength={60} fontFamily="mono" />
            <TextField
              label="Base price"
              value={price}
              onChange={setPrice}
              fault={priceFault}
              inputMode="decimal"
              placeholder="later"
            />
          </SimpleGrid>
          <TextField
            label="Category"
            value={category}
            onChange={setCategory}
            maxLength={80}
            placeholder="later"
            list="new-product-categories"
          />
          <SelectField
            label="Begin with"
            value={pattern ?? ''}
            alternatives={PATTERNS}
            help={pattern === null ? 'Choices are added in the editor.' : patterns[pattern].words}
            onChange={(key) => setPicked(patternKeys.find((known) => known === key) ?? null)}
          />
          <Suggestions id="new-product-categories" values={categories} />
        </Stack>
        <button type="submit" hidden />
      </form>
    </AppDialog>
  );
}
