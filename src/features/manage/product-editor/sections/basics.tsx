'use client';

import { SimpleGrid } from '@chakra-ui/react';
import { useState } from 'react';
import { KEY_PATTERN } from '@/core/catalog';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { TextArea, TextField } from '@/ui/field';

/** Name, SKU, address and words. */
export function Basics() {
  const { product, change } = useEditing();
  // A half-typed address can't be kept in the draft, so it stays in the field until it is right.
  const [typedSlug, setTypedSlug] = useState<string | null>(null);
  const slugFault = useFaultAt('slug');
  const setSlug = (value: string) => {
    const right = KEY_PATTERN.test(value);
    setTypedSlug(right ? null : value);
    if (right) change('slug', (draft) => void (draft.slug = value));
  };
  return (
    <Section title="Name and description" lead="What it is called and what customers read about it.">
      <TextField
        label="Name"
        value={product.title}
        fault={useFaultAt('title')}
        maxLength={160}
        onChange={(value) => change('title', (draft) => void (draft.title = value))}
      />
      <SimpleGrid columns={2} gap="4">
        <TextField
          label="SKU"
          value={product.sku}
          fault={useFaultAt('sku')}
          maxLength={60}
          fontFamily="mono"
          help="Options add their parts to it."
          onChange={(value) => change('sku', (draft) => void (draft.sku = value.trim()))}
        />
        <TextField
          label="Page address"
          value={typedSlug ?? product.slug}
          fault={
            typedSlug === null
              ? slugFault
              : 'Use lower-case letters, digits and hyphens, a letter first. Until then the address stays as it was.'
          }
          maxLength={60}
          fontFamily="mono"
          help="The part after /shop/."
          onChange={setSlug}
        />
      </SimpleGrid>
      <TextField
        label="Short description"
        value={product.summary}
        maxLength={200}
        help="Stands under the name in the shop’s list."
        onChange={(value) => change('summary', (draft) => void (draft.summary = value))}
      />
      <TextArea
        label="Description"
        value={product.description}
        rows={8}
        maxLength={8000}
        help="An empty line starts a new paragraph."
        onChange={(value) => change('description', (draft) => void (draft.description = value))}
      />
    </Section>
  );
}
