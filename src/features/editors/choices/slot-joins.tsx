'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type JoinCondition, joinConditionSchema, keyFrom } from '@/core/catalog';
import { SelectField } from '@/ui/field';
import { useEditing } from '@/features/editors/frame';
import { asTyped, PlaceWord, PropertyValueField } from '@/features/editors/fields';
import { type SlotProps } from './slot-props';

const EMPTY: JoinCondition = joinConditionSchema.parse({});

/** Products that are candidates by themselves: those of a category, of a supplier, with a tag or a property. */
export function Joins({ choice, edit }: Pick<SlotProps, 'choice' | 'edit'>) {
  const { suggestions, assembled, bringJoining } = useEditing();
  const set = (joins: JoinCondition[]) => {
    edit('joins', (draft) => void (draft.joins = joins));
    void bringJoining(joins).catch(() => undefined);
  };
  const change = (place: number, next: Partial<JoinCondition>) =>
    set(choice.joins.map((other, position) => (position === place ? { ...other, ...next } : other)));
  const filled = assembled.choices.find(({ key }) => key === choice.key);
  const joined =
    filled?.kind === 'slot'
      ? filled.options.filter(({ key }) => !choice.options.some((option) => option.key === key))
      : [];
  return (
    <Stack gap="2" role="group" aria-label="Products added automatically">
      <Text fontWeight="600">Products added automatically</Text>
      {choice.joins.map((condition, place) => (
        <HStack key={place} bg="bg.panel" borderWidth="1px" borderRadius="l2" px="3" py="2" gap="2" wrap="wrap">
          <Text>{place === 0 ? 'All that are' : 'and all that are'}</Text>
          <PlaceWord
            words="of the category"
            label={`Condition ${place + 1}: category`}
            value={condition.category}
            list={suggestions.categories}
            onChange={(text) => change(place, { category: asTyped(text) })}
          />
          <PlaceWord
            words="by the supplier"
            label={`Condition ${place + 1}: supplier`}
            value={condition.supplier}
            list={suggestions.suppliers}
            onChange={(text) => change(place, { supplier: asTyped(text) })}
          />
          <PlaceWord
            words="with the tag"
            label={`Condition ${place + 1}: tag`}
            value={condition.tag}
            list={suggestions.tags}
            onChange={(text) => change(place, { tag: asTyped(text) })}
          />
          <PlaceWord
            words="that say their"
            label={`Condition ${place + 1}: property`}
            value={condition.property?.name ?? null}
            list={[]}
            onChange={(name) =>
              change(place, {
                property: keyFrom(name) === '' ? null : { name: keyFrom(name), is: condition.property?.is ?? null },
              })
            }
          />
          {condition.property && (
            <WhichProperty
              label={`Condition ${place + 1}: which`}
              property={condition.property}
              onChange={(property) => change(place, { property })}
            />
          )}
          <IconButton
            aria-label={`Remove condition ${place + 1}`}
            size="xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => set(choice.joins.filter((_, position) => position !== place))}
          >
            <Trash2 size={14} />
          </IconButton>
        </HStack>
      ))}
      {choice.joins.length > 0 && (
        <Text fontSize="sm" color="fg.muted">
          {joined.length === 0
            ? 'No product in the shop meets this yet.'
            : `Now included: ${joined.map(({ title }) => title).join(', ')}. Products added later are included, too.`}
        </Text>
      )}
      <Box>
        <Button size="xs" variant="outline" colorPalette="ink" onClick={() => set([...choice.joins, { ...EMPTY }])}>
          <Plus size={13} aria-hidden /> Add a condition
        </Button>
      </Box>
    </Stack>
  );
}

/** Whether any value of the property will do, or only one. */
function WhichProperty({
  label,
  property,
  onChange,
}: {
  label: string;
  property: NonNullable<JoinCondition['property']>;
  onChange: (property: NonNullable<JoinCondition['property']>) => void;
}) {
  const { name, is } = property;
  return (
    <HStack gap="1.5">
      <SelectField
        small
        hideLabel
        width="130px"
        label={label}
        value={is ? 'is' : 'any'}
        alternatives={[
          { value: 'any', label: 'whatever it is' },
          { value: 'is', label: 'being' },
        ]}
        onChange={(which) => onChange({ name, is: which === 'is' ? { value: '', unit: 'mm' } : null })}
      />
      {is && <PropertyValueField name={name} property={is} onChange={(next) => onChange({ name, is: next })} />}
    </HStack>
  );
}
