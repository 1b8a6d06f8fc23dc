'use client';

import { Spinner, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type Option, type OptionsChoice } from '@/core/catalog';
import { Exact } from '@/core/number';
import { counted, quantityWords } from '@/core/words';
import { send, wordsOf } from '@/features/kit/shared';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { useEditing } from '@/features/editors/frame';
import { removeOptions } from './remove-options';

const useSchema = z.object({
  baskets: z.number(),
  stock: z.array(z.object({ key: z.string(), title: z.string(), onHand: z.string(), unit: z.string() })),
});

interface Props {
  choice: OptionsChoice;
  options: readonly Option[];
  onClose: () => void;
}

/** Says what removing options of a stocked choice does to variants, stock and open baskets, before it is done. */
export function RemoveStockedOptions({ choice, options, onClose }: Props) {
  const { productId, product, change } = useEditing();
  const [use, setUse] = useState<z.infer<typeof useSchema>>();
  const [fault, setFault] = useState<string>();
  const keys = options.map(({ key }) => key);
  const titles = options.map(({ title }) => title).join(', ');
  const variants = product.variants.filter((variant) => keys.includes(variant.options[choice.key] ?? ''));
  const stock = [...new Set(variants.flatMap((variant) => variant.stock ?? []))];
  const asked = JSON.stringify({ choice: choice.key, options: keys, stock });
  useEffect(() => {
    send('POST', `/api/manage/products/${productId}/option-use`, JSON.parse(asked), useSchema).then(
      setUse,
      (error: unknown) => setFault(wordsOf(error)),
    );
  }, [productId, asked]);
  const left = use?.stock.filter(({ onHand }) => Exact.from(onHand).sign() !== 0) ?? [];
  const confirm = () => {
    change(`remove options ${keys.join(' ')}`, (draft) => removeOptions(draft, choice.key, keys));
    onClose();
  };
  return (
    <AppDialog
      open
      title={`Remove ${titles}?`}
      onClose={onClose}
      footer={<DialogButtons danger confirm={`Remove ${titles}`} onConfirm={confirm} onClose={onClose} />}
    >
      <Stack gap="2">
        <Text>
          {counted(variants.length, 'variant')} {variants.length === 1 ? 'goes' : 'go'} with it. Undo brings back what
          was removed; the shop changes when you publish.
        </Text>
        {fault && <Text color="brick.fg">{fault}</Text>}
        {!use && !fault && <Spinner size="sm" />}
        {use && (
          <>
            <Text>
              {left.length === 0
                ? 'None of their stock items has anything on hand.'
                : `Nothing is lost in the store room: ${left.map(({ title, onHand, unit }) => `${title} keeps its ${quantityWords({ value: onHand, unit })}`).join(', ')}. You find them under Stock.`}
            </Text>
            <Text>
              {use.baskets === 0
                ? 'No open basket has it.'
                : `${counted(use.baskets, 'open basket')} ${use.baskets === 1 ? 'has' : 'have'} it: those customers are told that it is no longer offered, and can’t order it.`}
            </Text>
          </>
        )}
      </Stack>
    </AppDialog>
  );
}
