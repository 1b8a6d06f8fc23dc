'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { type PriceList } from '@/core/catalog';
import { GroupTicks, orNull } from '@/features/editors/fields';
import { PlaceFields } from '@/features/manage/quantity-rules';
import { type PriceListsView } from '@/services/prices/price-lists';
import { SelectField, TextField, TypedInput } from '@/ui/field';
import { Tick } from '@/ui/tick';

interface Props {
  list: PriceList;
  others: readonly Pick<PriceList, 'key' | 'title'>[];
  groups: PriceListsView['groups'];
  suggestions: PriceListsView['suggestions'];
  onChange: (change: Partial<PriceList>) => void;
}

/** For whom and when a list holds, and what it says of everything that it names no price for. */
export function ListFields({ list, others, groups, suggestions, onChange }: Props) {
  const { title, from, until, percent, follows, places, showsLowest } = list;
  const named = (words: string) => `${words} of ${title || 'the new list'}`;
  return (
    <Stack gap="4" px="4" pb="5" pt="1">
      <Box maxW="420px">
        <TextField
          label="Name"
          value={title}
          maxLength={80}
          placeholder="Trade"
          help="Customers read it in the working of a price."
          onChange={(value) => onChange({ title: value })}
        />
      </Box>
      {groups.length === 0 ? (
        <Text>For everybody. Customer groups are made in the settings.</Text>
      ) : (
        <GroupTicks groups={groups} chosen={list.groups} onChange={(chosen) => onChange({ groups: chosen })} />
      )}
      <HStack gap="3" wrap="wrap">
        <Text>It holds from</Text>
        <TypedInput
          type="date"
          size="sm"
          w="160px"
          aria-label={named('First day')}
          value={from ?? ''}
          onChange={(value) => onChange({ from: orNull(value) })}
        />
        <Text>to</Text>
        <TypedInput
          type="date"
          size="sm"
          w="160px"
          aria-label={named('Last day')}
          value={until ?? ''}
          onChange={(value) => onChange({ until: orNull(value) })}
        />
        <Text color="fg.muted" fontSize="sm">
          Both days are of it. Left empty, it has always held, or holds for good.
        </Text>
      </HStack>
      <HStack gap="3" wrap="wrap">
        <Text>What it names no price for costs</Text>
        <TypedInput
          size="sm"
          w="90px"
          textAlign="end"
          inputMode="decimal"
          placeholder="0"
          aria-label={named('Percentage')}
          value={percent ?? ''}
          onChange={(value) => onChange({ percent: orNull(value) })}
        />
        <Text>% less than</Text>
        <SelectField
          small
          hideLabel
          label={named('What it follows')}
          width="220px"
          value={follows ?? ''}
          alternatives={[
            { value: '', label: 'usual' },
            ...others.map((other) => ({ value: other.key, label: `in ${other.title || 'a list without a name'}` })),
          ]}
          onChange={(key) => onChange({ follows: orNull(key) })}
        />
      </HStack>
      {percent !== null && (
        <Box>
          <PlaceFields
            places={places}
            suggestions={suggestions}
            everywhere="The percentage is for every product."
            onChange={(next) => onChange({ places: next })}
          />
        </Box>
      )}
      <Tick
        label="Show the lowest price of the 30 days before beside it"
        checked={showsLowest}
        onChange={(on) => onChange({ showsLowest: on })}
      />
      {showsLowest && (
        <Text fontSize="sm" color="fg.muted" mt="-2">
          {from === null
            ? 'Enter the first day: the 30 days before it are looked at.'
            : 'As consumer law of the European Union asks where a reduction is announced. It is found out from what was published, and from what lists said, in those days.'}
        </Text>
      )}
    </Stack>
  );
}
