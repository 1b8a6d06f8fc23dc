'use client';

import { Button, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Delivery } from '@/core/catalog';
import { orNull } from '@/features/editors/fields';
import { countryName } from '@/features/kit/shared';
import { TypedInput } from '@/ui/field';

/** What delivery costs, in sentences: one for every country, others for some. */
export function DeliveryFields({
  delivery,
  currency,
  onChange,
}: {
  delivery: readonly Delivery[];
  currency: string;
  onChange: (delivery: readonly Delivery[]) => void;
}) {
  const edit = (place: number, change: Partial<Delivery>) =>
    onChange(delivery.map((one, at) => (at === place ? { ...one, ...change } : one)));
  return (
    <Stack gap="3" as="section" aria-label="Delivery" align="start">
      <Heading as="h2" size="lg">
        Delivery
      </Heading>
      {delivery.length === 0 && (
        <Text color="fg.muted" fontSize="sm">
          Nothing is asked for it.
        </Text>
      )}
      {delivery.map(({ country, price, freeFrom }, place) => (
        <HStack key={place} gap="3" wrap="wrap">
          <Text>To</Text>
          <TypedInput
            size="sm"
            w="90px"
            maxLength={2}
            placeholder="anywhere"
            aria-label={`Country of delivery ${place + 1}`}
            value={country ?? ''}
            onChange={(text) => edit(place, { country: orNull(text.toUpperCase()) })}
          />
          <Text color="fg.muted">{country === null ? '' : countryName(country)}</Text>
          <Text>it costs</Text>
          <TypedInput
            size="sm"
            w="90px"
            textAlign="end"
            inputMode="decimal"
            aria-label={`Price of delivery ${place + 1} in ${currency}`}
            value={price}
            onChange={(text) => edit(place, { price: text })}
          />
          <Text>and nothing from</Text>
          <TypedInput
            size="sm"
            w="90px"
            textAlign="end"
            inputMode="decimal"
            placeholder="never"
            aria-label={`Delivery ${place + 1} costs nothing from, in ${currency}`}
            value={freeFrom ?? ''}
            onChange={(text) => edit(place, { freeFrom: orNull(text) })}
          />
          <Text>on</Text>
          <IconButton
            aria-label={`Take delivery ${place + 1} away`}
            size="xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => onChange(delivery.filter((_, at) => at !== place))}
          >
            <Trash2 size={14} />
          </IconButton>
        </HStack>
      ))}
      <Button
        size="sm"
        variant="outline"
        onClick={() => onChange([...delivery, { country: null, price: '5.90', freeFrom: null }])}
      >
        <Plus size={14} aria-hidden /> Add {delivery.length === 0 ? 'what delivery costs' : 'another'}
      </Button>
    </Stack>
  );
}
