'use client';

import { Box, HStack, Text } from '@chakra-ui/react';
import { type Capacity } from '@/core/catalog';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { orNull } from '@/features/editors/fields';
import { Whole } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';

const PER = [
  { value: 'week', label: 'a week' },
  { value: 'day', label: 'a day' },
] as const;

/** How much of what is not counted can be done in a day or a week, as a sentence. */
export function CapacityField() {
  const { product, assembled, change } = useEditing();
  const fault = useFaultAt('capacity', 'by');
  const { capacity } = product;
  const set = (next: Capacity | null) => change('capacity', (draft) => void (draft.capacity = next));
  const dates = assembled.choices.filter(({ kind }) => kind === 'date');
  return (
    <Box>
      <HStack gap="3" wrap="wrap">
        <Text>At most</Text>
        <Whole
          label="Capacity"
          value={capacity?.pieces ?? null}
          empty="any number"
          onChange={(pieces) => set(pieces === null ? null : { per: 'week', by: null, ...capacity, pieces })}
        />
        <Text>can be done</Text>
        <SelectField
          small
          hideLabel
          label="In what time"
          width="110px"
          value={capacity?.per ?? 'week'}
          alternatives={PER}
          onChange={(per) => capacity && set({ ...capacity, per: per === 'day' ? 'day' : 'week' })}
        />
        {capacity && (
          <SelectField
            small
            hideLabel
            label="Which day counts"
            width="300px"
            value={capacity.by ?? ''}
            alternatives={[
              { value: '', label: 'as soon as there is room' },
              ...dates.map(({ key, title }) => ({ value: key, label: `by the date that is chosen as ${title}` })),
            ]}
            onChange={(by) => set({ ...capacity, by: orNull(by) })}
          />
        )}
      </HStack>
      {capacity && (
        <Text fontSize="sm" color="fg.muted" mt="1">
          {capacity.by === null
            ? `Customers are told in which ${capacity.per} it is done; orders take the room one after the other.`
            : `A ${capacity.per} that is full is refused, with the next that has room.`}
        </Text>
      )}
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}
