'use client';

import { Box, Button, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type MarginFloor } from '@/core/catalog';
import { orNull } from '@/features/editors/fields';
import { TextField } from '@/ui/field';

/** How much of its price everything that is sold must earn at least: for the whole shop, and for categories. */
export function FloorsField({
  floors,
  onChange,
}: {
  floors: readonly MarginFloor[];
  onChange: (floors: MarginFloor[]) => void;
}) {
  const edit = (index: number, change: Partial<MarginFloor>) =>
    onChange(floors.map((floor, place) => (place === index ? { ...floor, ...change } : floor)));
  return (
    <Stack gap="3" as="section" aria-label="What must be earned">
      <HStack justify="space-between">
        <Heading as="h2" size="lg">
          What must be earned
        </Heading>
        <Button size="sm" variant="outline" onClick={() => onChange([...floors, { category: null, percent: '' }])}>
          <Plus size={14} aria-hidden /> Add a floor
        </Button>
      </HStack>
      <Text color="fg.muted" fontSize="sm">
        A floor is a percentage of the price that every selection must earn, once it is known what stock items cost. A
        product’s own floor comes first, then that of its category.
      </Text>
      {floors.map((floor, index) => (
        <HStack key={index} gap="4" align="end">
          <Box w="260px">
            <TextField
              label="Category"
              value={floor.category ?? ''}
              maxLength={80}
              placeholder="all others"
              onChange={(category) => edit(index, { category: orNull(category) })}
            />
          </Box>
          <Box w="140px">
            <TextField
              label="At least (%)"
              value={floor.percent}
              inputMode="decimal"
              placeholder="30"
              onChange={(percent) => edit(index, { percent })}
            />
          </Box>
          <IconButton
            aria-label={`Remove the floor of ${floor.category ?? 'all others'}`}
            variant="ghost"
            colorPalette="brick"
            onClick={() => onChange(floors.filter((_, place) => place !== index))}
          >
            <Trash2 size={16} />
          </IconButton>
        </HStack>
      ))}
    </Stack>
  );
}
