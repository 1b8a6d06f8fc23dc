'use client';

import { Box, chakra, HStack, Tag, Wrap } from '@chakra-ui/react';
import { type KeyboardEvent } from 'react';
import { LONGEST_WORD, type PlaceOfSale } from '@/core/catalog';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { asTyped, useHalfTyped } from '@/features/editors/fields';
import { SelectField, TextField } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';
import { Tick } from '@/ui/tick';

const PLACES_OF_SALE: readonly { readonly value: PlaceOfSale; readonly label: string }[] = [
  { value: 'shop', label: 'in the shop, and in kits' },
  { value: 'kits', label: 'only in kits' },
  { value: 'address', label: 'only to who knows its address, and in kits' },
];

const SOLD_WHERE_HELP: Readonly<Record<PlaceOfSale, string>> = {
  shop: 'It stands in the shop’s lists and on a page of its own.',
  kits: 'It has no page: customers get it as a part of what it is put into.',
  address: 'Its page opens for who has the address; no list, search or feed leads there.',
};

const WORKINGS = [
  { value: 'full', label: 'in full' },
  { value: 'total', label: 'total only' },
  { value: 'none', label: 'not at all' },
] as const;

/** Where the product stands: category, supplier, tags. */
export function Shelf() {
  const { product, change, suggestions } = useEditing();
  return (
    <Section title="Listing" lead="Where it is sold, and how it is found in the shop and in the catalog.">
      <SelectField
        label="Visibility"
        value={product.soldWhere}
        alternatives={PLACES_OF_SALE}
        help={SOLD_WHERE_HELP[product.soldWhere]}
        onChange={(value) =>
          change(
            'soldWhere',
            (draft) => void (draft.soldWhere = PLACES_OF_SALE.find((place) => place.value === value)?.value ?? 'shop'),
          )
        }
      />
      <HStack gap="4" align="end">
        <SelectField
          label="Customers see the working"
          value={product.forCustomers.working}
          alternatives={WORKINGS}
          onChange={(value) =>
            change(
              'working',
              (draft) =>
                void (draft.forCustomers.working =
                  WORKINGS.find((working) => working.value === value)?.value ?? 'full'),
            )
          }
        />
        <Box pb="2.5" whiteSpace="nowrap">
          <Tick
            label="and the SKU"
            checked={product.forCustomers.sku}
            onChange={(on) => change('SKU shown', (draft) => void (draft.forCustomers.sku = on))}
          />
        </Box>
      </HStack>
      <TextField
        label="The button that buys it"
        value={product.buyWord}
        maxLength={LONGEST_WORD}
        placeholder="as everywhere in the shop"
        onChange={(value) => change('buy button', (draft) => void (draft.buyWord = value))}
      />
      <HStack gap="4" align="start">
        <TextField
          label="Category"
          value={product.category ?? ''}
          fault={useFaultAt('category')}
          maxLength={80}
          list="categories"
          onChange={(value) => change('category', (draft) => void (draft.category = asTyped(value)))}
        />
        <TextField
          label="Supplier"
          value={product.supplier ?? ''}
          maxLength={80}
          list="suppliers"
          onChange={(value) => change('supplier', (draft) => void (draft.supplier = asTyped(value)))}
        />
      </HStack>
      <Tags />
      <Suggestions id="categories" values={suggestions.categories} />
      <Suggestions id="suppliers" values={suggestions.suppliers} />
      <Suggestions id="tags" values={suggestions.tags} />
    </Section>
  );
}

function Tags() {
  const { product, change } = useEditing();
  const [tag, setTag] = useHalfTyped('new tag');
  const addTag = () => {
    const value = tag.trim().slice(0, 40);
    if (value === '') return;
    change(`tag ${value}`, (draft) => {
      if (!draft.tags.includes(value) && draft.tags.length < 30) draft.tags.push(value);
    });
    setTag('');
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ',') return;
    event.preventDefault();
    addTag();
  };
  return (
    <>
      <TextField
        label="Add a tag"
        value={tag}
        maxLength={40}
        list="tags"
        help="Enter or a comma adds it."
        onChange={setTag}
        onKeyDown={onKey}
        onLeave={addTag}
      />
      <Wrap gap="2">
        {product.tags.map((name) => (
          <Tag.Root key={name} size="lg" colorPalette="oak">
            <Tag.Label>{name}</Tag.Label>
            <Tag.EndElement>
              <Tag.CloseTrigger
                aria-label={`Remove tag ${name}`}
                onClick={() =>
                  change(`untag ${name}`, (draft) => void (draft.tags = draft.tags.filter((other) => other !== name)))
                }
              />
            </Tag.EndElement>
          </Tag.Root>
        ))}
        {product.tags.length === 0 && <chakra.span color="fg.muted">No tags yet.</chakra.span>}
      </Wrap>
    </>
  );
}
