'use client';

import { Button, HStack, RadioGroup, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { referencesOf } from '@/core/catalog';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { send, useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';

const copiedSchema = z.object({ id: z.number() });

/** Starts a copy of the product, once it is said from which stock that takes. */
export function CopyDialog({ productId, onClose }: { productId: number; onClose: () => void }) {
  const router = useRouter();
  const { product } = useEditing();
  const [stock, setStock] = useState<'own' | 'shared'>('own');
  const { busy, fault, run } = useBusy();
  const items = referencesOf(product).stock.size;
  const copy = () =>
    void run(
      async () => {
        const { id } = await send('POST', `/api/manage/products/${productId}/copy`, { stock }, copiedSchema);
        router.push(`/manage/products/${id}`);
      },
      { leaves: true },
    );
  const ways = [
    {
      value: 'own',
      title: 'Stock of its own',
      words: `${counted(items, 'new stock item')}, with nothing on hand yet.`,
    },
    {
      value: 'shared',
      title: 'The same stock',
      words: `What is sold of the one can’t be sold of the other: both take from the same ${counted(items, 'stock item')}.`,
    },
  ] as const;
  return (
    <AppDialog
      title={`A copy of ${product.title || 'this product'}`}
      open
      onClose={onClose}
      footer={
        <HStack>
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Cancel
          </Button>
          <Button loading={busy} onClick={copy}>
            Start the copy
          </Button>
        </HStack>
      }
    >
      <Stack gap="4">
        <Text>Everything comes along but its SKU and its earlier states.</Text>
        {items > 0 && (
          <RadioGroup.Root
            value={stock}
            onValueChange={({ value }) => setStock(value === 'shared' ? 'shared' : 'own')}
            aria-label="It takes from"
          >
            <Stack gap="3">
              {ways.map(({ value, title, words }) => (
                <RadioGroup.Item key={value} value={value} alignItems="start">
                  <RadioGroup.ItemHiddenInput />
                  <RadioGroup.ItemIndicator mt="1" />
                  <RadioGroup.ItemText>
                    <Text as="span" fontWeight="600" display="block">
                      {title}
                    </Text>
                    <Text as="span" fontWeight="400" color="fg.muted">
                      {words}
                    </Text>
                  </RadioGroup.ItemText>
                </RadioGroup.Item>
              ))}
            </Stack>
          </RadioGroup.Root>
        )}
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}
