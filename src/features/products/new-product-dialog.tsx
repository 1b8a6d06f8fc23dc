'use client';

import { Stack } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from '@/features/shared/api';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField } from '@/ui/field';

const createdSchema = z.object({ id: z.number() });

/** Asks for a name and opens the new product. */
export function NewProductDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [sku, setSku] = useState('');
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);

  const create = async () => {
    if (title.trim() === '') {
      setFault('Give the product a name.');
      return;
    }
    setBusy(true);
    try {
      const { id } = await send('POST', '/api/manage/products', { title, sku }, createdSchema);
      router.push(`/manage/products/${id}`);
    } catch (error) {
      setFault(wordsOf(error));
      setBusy(false);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void create();
  };
  return (
    <AppDialog title="New product" open={open} onClose={onClose} footer={<DialogButtons confirm="Create and open" busy={busy} onConfirm={() => void create()} onClose={onClose} />}>
      <form onSubmit={submit}>
        <Stack gap="4">
          <TextField label="Name" value={title} onChange={setTitle} fault={fault} maxLength={160} autoFocus help="What customers will see, such as Hive tool." />
          <TextField label="SKU" value={sku} onChange={setSku} maxLength={60} fontFamily="mono" help="Can follow later." />
        </Stack>
        <button type="submit" hidden />
      </form>
    </AppDialog>
  );
}
