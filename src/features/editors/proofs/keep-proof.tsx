'use client';

import { Button, Text } from '@chakra-ui/react';
import { ShieldCheck } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { freeKey } from '@/core/catalog';
import { proofOf } from '@/core/exchange';
import { selectionFields } from '@/core/selection';
import { useEditing } from '@/features/editors/frame';
import { quantityFrom, selectionOf, type SelectionState } from '@/features/kit/selection';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';

/** What of a selection a proof keeps. */
const chosenSchema = z.object({ answers: selectionFields.answers, parts: selectionFields.parts });

/** Keeps what stands at the Counter as a proof: a selection with the result that it must keep giving. */
export function KeepProof({ selection, group }: { selection: SelectionState; group: string | null }) {
  const { product, program, change } = useEditing();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState('');
  const quantity = quantityFrom(selection.quantityText);
  const chosen = chosenSchema.safeParse(selectionOf(selection.program, selection.answers, quantity, selection.parts));
  const keep = () => {
    if (title.trim() === '' || !chosen.success) return;
    const key = freeKey(
      title,
      product.proofs.map((proof) => proof.key),
      'proof',
    );
    const proof = proofOf(program, { key, title: title.trim(), ...chosen.data, quantity, group }, selection.page.today);
    change('keep proof', (draft) => void draft.proofs.push(proof));
    setOpen(false);
    setTitle('');
    sayDone('Kept as a proof', 'It is resolved again at every change.');
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep();
  };
  return (
    <>
      <Button
        size="sm"
        variant="outline"
        alignSelf="start"
        disabled={!chosen.success || !Number.isInteger(quantity) || quantity < 1}
        onClick={() => setOpen(true)}
      >
        <ShieldCheck size={15} aria-hidden /> Keep as a proof
      </Button>
      <AppDialog
        title="Keep as a proof"
        open={open}
        onClose={() => setOpen(false)}
        footer={<DialogButtons confirm="Keep it" onConfirm={keep} onClose={() => setOpen(false)} />}
      >
        <form onSubmit={submit}>
          <TextField
            label="Name"
            value={title}
            maxLength={120}
            placeholder="A gabled roof in tin"
            onChange={setTitle}
          />
        </form>
        <Text mt="3" color="fg.muted">
          It must keep giving what it gives now: {selection.resolution.item.sku || 'no SKU'},{' '}
          {selection.resolution.unitPrice === null
            ? 'no price'
            : `${selection.resolution.unitPrice} ${selection.resolution.currency} each`}
          . Parts of that can be left free afterwards.
        </Text>
      </AppDialog>
    </>
  );
}
