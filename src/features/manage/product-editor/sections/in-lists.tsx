'use client';

import { Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { formatMoney, minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { listAlone, listedOf } from '@/core/price-lists';
import { useEditing } from '@/features/editors/frame';
import { timeWords } from '@/features/manage/price-lists';

/** What lists say that it costs, in the place of its base price. */
export function InLists() {
  const { product, shop, surroundings } = useEditing();
  const { priceLists } = surroundings;
  const usual = product.price === null ? null : Exact.parse(product.price);
  const said = priceLists.flatMap((list) => {
    const found = listedOf(
      [listAlone(list, priceLists)],
      product,
      { kind: 'product' },
      usual,
      minorUnits(shop.currency) ?? 2,
    );
    return found ? [{ list, price: found.price }] : [];
  });
  if (priceLists.length === 0) return null;
  return (
    <Text color="fg.muted">
      {said.length === 0
        ? 'No list says another price. '
        : `In lists it costs ${said.map(({ list, price }) => `${formatMoney(price, shop.currency)} in ${list.title}, ${timeWords(list)}`).join('; ')}. `}
      <PageLink href="/manage/price-lists">Price lists</PageLink>
    </Text>
  );
}
