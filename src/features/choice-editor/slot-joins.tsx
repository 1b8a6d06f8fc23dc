'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type JoinCondition, joinConditionSchema, keyFrom } from '@/core/catalog';
import { SelectField, TypedInput } from '@/ui/field';
import { useEditing } from '../editor-kit/editing';
import { orNull } from '../editor-kit/or-null';
import { PropertyValueField } from '../editor-kit/properties-field';
import { Suggestions } from '@/ui/suggestions';
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
    <Stack gap="2" role="group" aria-label="Products that join by themselves">
      <Text fontWeight="600">Products that join by themselves</Text>
      {choice.joins.map((condition, place) => (
        <HStack key={place} bg="bg.panel" borderWidth="1px" borderRadius="l2" px="3" py="2" gap="2" wrap="wrap">
          <Text>{place === 0 ? 'All that are' : 'and all that are'}</Text>
          <Word
            words="of the category"
            label={`Condition ${place + 1}: category`}
            value={condition.category}
            list={suggestions.categories}
            onChange={(category) => change(place, { category })}
          />
          <Word
            words="by the supplier"
            label={`Condition ${place + 1}: supplier`}
            value={condition.supplier}
            list={suggestions.suppliers}
            onChange={(supplier) => change(place, { supplier })}
          />
          <Word
            words="with the tag"
            label={`Condition ${place + 1}: tag`}
            value={condition.tag}
            list={suggestions.tags}
            onChange={(tag) => change(place, { tag })}
          />
          <Word
            words="that say their"
            label={`Condition ${place + 1}: property`}
            value={condition.property?.name ?? null}
            list={[]}
            onChange={(name) =>
              change(place, {
                property:
                  name === null || keyFrom(name) === ''
                    ? null
                    : { name: keyFrom(name), is: condition.property?.is ?? null },
              })
            }
          />
          {condition.property && (
            <HStack gap="1.5">
              <SelectField
                small
                hideLabel
                width="130px"
                label={`Condition ${place + 1}: which`}
                value={condition.property.is ? 'is' : 'any'}
                alternatives={[
                  { value: 'any', label: 'whatever it is' },
                  { value: 'is', label: 'being' },
                ]}
                onChange={(which) =>
                  condition.property &&
                  change(place, {
                    property: { name: condition.property.name, is: which === 'is' ? { value: '', unit: 'mm' } : null },
                  })
                }
              />
              {condition.property.is && (
                <PropertyValueField
                  name={condition.property.name}
                  property={condition.property.is}
                  onChange={(is) =>
                    condition.property && change(place, { property: { name: condition.property.name, is } })
                  }
                />
              )}
            </HStack>
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
            ? 'Nothing in the shop joins by this yet.'
            : `Joining now: ${joined.map(({ title }) => title).join(', ')}. Products added later join, too.`}
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

function Word({
  words,
  label,
  value,
  list,
  onChange,
}: {
  words: string;
  label: string;
  value: string | null;
  list: readonly string[];
  onChange: (value: string | null) => void;
}) {
  const id = label.replace(/\W+/g, '-');
  return (
    <HStack gap="1.5">
      <Text color={value === null ? 'fg.muted' : 'fg'}>{words}</Text>
      <TypedInput
        aria-label={label}
        size="sm"
        w="128px"
        placeholder="any"
        list={id}
        maxLength={80}
        value={value ?? ''}
        onChange={(text) => onChange(orNull(text) === null ? null : text)}
      />
      <Suggestions id={id} values={list} />
    </HStack>
  );
}
