'use client';

import { Box, Stack, Table, Text } from '@chakra-ui/react';
import { hasOptions, type Product } from '@/core/catalog';
import { amountWords, priceWords } from '@/core/words';
import { Sku } from '@/ui/text';
import { useEditing } from './state/editing';
import { kindWords } from './state/new-choice';

/** A product on one page, to be read. */
export function ProductDigest({ product }: { product: Product }) {
  const { shop } = useEditing();
  const facts: [string, React.ReactNode][] = [
    ['Name', product.title],
    ['SKU', <Sku key="sku">{product.sku}</Sku>],
    ['Price', priceWords(product, shop.currency) ?? 'none'],
    ['Category', product.category ?? 'none'],
    ['Supplier', product.supplier ?? 'none'],
    ['Tags', product.tags.join(', ') || 'none'],
    ['Quantity', `from ${product.quantity.minimum}${product.quantity.maximum === null ? '' : ` to ${product.quantity.maximum}`}, in multiples of ${product.quantity.multiple}`],
    ['Variants', String(product.variants.length)],
  ];
  return (
    <Stack gap="4">
      <Table.Root size="sm">
        <Table.Body>
          {facts.map(([name, value]) => (
            <Table.Row key={name} bg="transparent">
              <Table.ColumnHeader w="120px">{name}</Table.ColumnHeader>
              <Table.Cell>{value}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {product.choices.map((choice) => (
        <Box key={choice.key}>
          <Text fontWeight="600">
            {choice.title}{' '}
            <Text as="span" color="fg.muted" fontWeight="400">
              {kindWords[choice.kind]}
              {choice.required ? ', required' : ''}
            </Text>
          </Text>
          <Text fontSize="sm" color="fg.muted">
            {hasOptions(choice)
              ? choice.options.map(({ title, amount }) => [title, amountWords(amount, shop.currency)].filter(Boolean).join(' ')).join(', ')
              : amountWords(choice.amount, shop.currency)}
          </Text>
        </Box>
      ))}
    </Stack>
  );
}
