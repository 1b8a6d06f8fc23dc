'use client';

import { chakra, HStack, Tag, Wrap } from '@chakra-ui/react';
import { type KeyboardEvent, useState } from 'react';
import { useEditing, useFaultAt } from '@/features/editor-kit/editing';
import { orNull } from '@/features/editor-kit/or-null';
import { Section } from '@/features/editor-kit/section';
import { TextField } from '@/ui/field';

function Suggestions({ id, values }: { id: string; values: readonly string[] }) {
  return (
    <datalist id={id}>
      {values.map((value) => (
        <option key={value} value={value} />
      ))}
    </datalist>
  );
}

/** Where the product stands: category, supplier, tags. */
export function Shelf() {
  const { product, change, suggestions } = useEditing();
  const [tag, setTag] = useState('');
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
    <Section title="Category, supplier, tags" lead="How it is found, in the shop and in the catalog.">
      <HStack gap="4" align="start">
        <TextField
          label="Category"
          value={product.category ?? ''}
          fault={useFaultAt('category')}
          maxLength={80}
          list="categories"
          onChange={(value) => change('category', (draft) => void (draft.category = orNull(value) === null ? null : value))}
        />
        <TextField
          label="Supplier"
          value={product.supplier ?? ''}
          maxLength={80}
          list="suppliers"
          onChange={(value) => change('supplier', (draft) => void (draft.supplier = orNull(value) === null ? null : value))}
        />
      </HStack>
      <TextField label="Add a tag" value={tag} maxLength={40} list="tags" help="Enter or a comma adds it." onChange={setTag} onKeyDown={onKey} onBlur={addTag} />
      <Wrap gap="2">
        {product.tags.map((name) => (
          <Tag.Root key={name} size="lg" colorPalette="oak">
            <Tag.Label>{name}</Tag.Label>
            <Tag.EndElement>
              <Tag.CloseTrigger
                aria-label={`Remove tag ${name}`}
                onClick={() => change(`untag ${name}`, (draft) => void (draft.tags = draft.tags.filter((other) => other !== name)))}
              />
            </Tag.EndElement>
          </Tag.Root>
        ))}
        {product.tags.length === 0 && <chakra.span color="fg.muted">No tags yet.</chakra.span>}
      </Wrap>
      <Suggestions id="categories" values={suggestions.categories} />
      <Suggestions id="suppliers" values={suggestions.suppliers} />
      <Suggestions id="tags" values={suggestions.tags} />
    </Section>
  );
}
