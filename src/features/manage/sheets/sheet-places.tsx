'use client';

import { Button, HStack, IconButton, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type PlaceCondition, saysNothing } from '@/core/catalog';
import { Section, useEditing } from '@/features/editors/frame';
import { asTyped, PlaceWord } from '@/features/editors/fields';
import { EmptyPlace } from '@/ui/text';
import { type SheetSectionProps } from './sheet-basics';

const EMPTY: PlaceCondition = { category: null, supplier: null, tag: null };

/** The conditions that place the sheet by itself, also on products added later; each reads as a sentence. */
export function SheetPlaces({ sheet, change }: SheetSectionProps) {
  const { suggestions } = useEditing();
  const add = () => change('add condition', (draft) => void draft.places.push({ ...EMPTY }));
  const edit = (index: number, field: keyof PlaceCondition, value: string) =>
    change(`condition ${index} ${field}`, (draft) => {
      const target = draft.places[index];
      if (target) target[field] = asTyped(value);
    });
  const addButton = (
    <Button size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a condition
    </Button>
  );
  return (
    <Section
      title="Placed by condition"
      lead="Any of these places the sheet, also on products added later. A product can leave it out."
      actions={sheet.places.length > 0 ? addButton : undefined}
    >
      {sheet.places.length === 0 && (
        <EmptyPlace title="Placed by hand only" action={addButton}>
          On every product of a category, of a supplier, or with a tag? Say so here.
        </EmptyPlace>
      )}
      {sheet.places.map((condition, index) => (
        <HStack key={index} bg="bg.panel" borderWidth="1px" borderRadius="l2" px="3" py="2" gap="2" wrap="wrap">
          <Text>{index === 0 ? 'On products' : 'and on products'}</Text>
          <PlaceWord
            words="of the category"
            label={`Condition ${index + 1}: category`}
            value={condition.category}
            list={suggestions.categories}
            onChange={(value) => edit(index, 'category', value)}
          />
          <PlaceWord
            words="by the supplier"
            label={`Condition ${index + 1}: supplier`}
            value={condition.supplier}
            list={suggestions.suppliers}
            onChange={(value) => edit(index, 'supplier', value)}
          />
          <PlaceWord
            words="with the tag"
            label={`Condition ${index + 1}: tag`}
            value={condition.tag}
            list={suggestions.tags}
            onChange={(value) => edit(index, 'tag', value)}
          />
          <IconButton
            aria-label={`Remove condition ${index + 1}`}
            size="xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => change(`remove condition ${index}`, (draft) => void draft.places.splice(index, 1))}
          >
            <Trash2 size={14} />
          </IconButton>
          {saysNothing(condition) && (
            <Text fontSize="sm" color="oak.fg" w="full">
              Say at least one of the three; as it stands it places the sheet nowhere.
            </Text>
          )}
        </HStack>
      ))}
    </Section>
  );
}
