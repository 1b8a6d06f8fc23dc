'use client';

import { dequal } from 'dequal';
import { Box, Stack, Table, Text } from '@chakra-ui/react';
import {
  type CatalogSurroundings,
  type Choice,
  hasOptions,
  type Part,
  type PlaceOfSale,
  type Product,
} from '@/core/catalog';
import { compile } from '@/core/compile';
import { amountWords, insideNameOf, priceWords, quantityRuleWords } from '@/core/words';
import { choiceKindsHere } from '@/features/editors/choices';
import { useEditing } from '@/features/editors/frame';

const SOLD: Readonly<Record<PlaceOfSale, string>> = {
  shop: 'in the shop, and in kits',
  kits: 'only in kits',
  address: 'to who knows its address, and in kits',
};

/** A part as it is read: in which number, what it can be, and how much of that is settled. */
function partWords({ title, key, candidates, optional, quantity: { least, usual, most } }: Part): string {
  const settled = candidates.reduce(
    (sum, { fixed, narrowed }) => sum + Object.keys(fixed).length + Object.keys(narrowed).length,
    0,
  );
  const number = least === most ? String(usual) : `${least} to ${most}, usually ${usual}`;
  return `${number} × ${title || key} (${candidates.map(({ product }) => product).join(' or ')}${optional ? ', optional' : ''}${settled > 0 ? `, ${settled} settled or narrowed` : ''})`;
}

/** What is to be read of a product, a line each. */
function factsOf(product: Product, surroundings: CatalogSurroundings): [name: string, words: string][] {
  return [
    ['Name', product.title],
    ['SKU', product.sku || 'none'],
    ['Address', product.slug],
    ['Short description', product.summary || 'none'],
    ['Description', product.description || 'none'],
    ['Pictures', String(product.pictures.length)],
    ['Price', priceWords(compile(product, surroundings)) ?? 'none'],
    ['Was-price', product.wasPrice ?? 'none'],
    ['Category', product.category ?? 'none'],
    ['Supplier', product.supplier ?? 'none'],
    ['Tags', product.tags.join(', ') || 'none'],
    ['Quantity', product.quantity ? quantityRuleWords(product.quantity) : 'as the shop’s rules say'],
    ['Sheets', product.sheets.map(({ key }) => key).join(', ') || 'none'],
    ['Variants', String(product.variants.length)],
    ['Parts', product.parts.map(partWords).join(', ') || 'none'],
    ['Visibility', SOLD[product.soldWhere]],
    ['Draws from stock', product.draws.map(({ stock }) => stock).join(', ') || 'nothing itself'],
  ];
}

function choiceWords(choice: Choice, currency: string): string {
  if (!hasOptions(choice)) return 'amount' in choice ? amountWords(choice.amount, currency) : '';
  return choice.options
    .map(({ title, amount }) => [title, amountWords(amount, currency)].filter(Boolean).join(' '))
    .join(', ');
}

/** A product on one page, to be read; what differs from another is marked. */
export function ProductDigest({ product, against }: { product: Product; against?: Product }) {
  const { shop, surroundings } = useEditing();
  const others = against && new Map(factsOf(against, surroundings));
  const differs = (choice: Choice) =>
    against !== undefined &&
    !dequal(
      choice,
      against.choices.find(({ key }) => key === choice.key),
    );
  return (
    <Stack gap="4">
      <Table.Root size="sm">
        <Table.Body>
          {factsOf(product, surroundings).map(([name, words]) => (
            <Table.Row key={name} bg={others && others.get(name) !== words ? 'copper.muted' : 'transparent'}>
              <Table.ColumnHeader w="130px" verticalAlign="top">
                {name}
              </Table.ColumnHeader>
              <Table.Cell>
                <Text lineClamp={3}>{words}</Text>
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {product.choices.map((choice) => (
        <Box key={choice.key} px="2" bg={differs(choice) ? 'copper.muted' : undefined}>
          <Text fontWeight="600">
            {insideNameOf(choice)}{' '}
            <Text as="span" color="fg.muted" fontWeight="400">
              {choiceKindsHere[choice.kind].words}
              {choice.required ? ', required' : ''}
            </Text>
          </Text>
          <Text fontSize="sm" color="fg.muted">
            {choiceWords(choice, shop.currency)}
          </Text>
        </Box>
      ))}
    </Stack>
  );
}
