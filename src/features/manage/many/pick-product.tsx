'use client';

import { Box, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { queryOf, send } from '@/features/kit/shared';
import { type ProductsShown } from '@/services/products/asked';
import { SearchField } from '@/ui/search-field';

const foundSchema = z.object({
  rows: z.array(z.object({ id: z.number(), slug: z.string(), title: z.string(), sku: z.string() })),
});

export type PickedProduct = z.infer<typeof foundSchema>['rows'][number];

interface Props {
  label: string;
  /** which can be picked; any where nothing is said */
  show?: ProductsShown;
  onPick: (product: PickedProduct) => void;
}

/** Picks one of however many products there are, by typing: the server finds it. */
export function PickProduct({ label, show = 'any', onPick }: Props) {
  const [found, setFound] = useState<readonly PickedProduct[]>([]);
  const [picked, setPicked] = useState('nothing yet');
  const ask = async (find: string) => {
    const { rows } = await send('GET', `/api/manage/products?${queryOf({ find, show })}`, undefined, foundSchema);
    setFound(rows);
    return rows.map(({ id, title, sku }) => ({ value: String(id), label: title, hint: sku }));
  };
  const pick = (id: string) => {
    const product = found.find((one) => String(one.id) === id);
    if (!product) return;
    setPicked(product.title);
    onPick(product);
  };
  return (
    <Box w="300px">
      <SearchField label={label} onAsk={ask} onPick={pick} />
      <Text fontSize="sm" color="fg.muted" mt="1">
        {picked}
      </Text>
    </Box>
  );
}
