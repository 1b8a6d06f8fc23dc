import { Box, HStack, Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { weightWords } from '@/features/selection/weight-words';
import { WorkingTable } from '@/features/selection/working-table';
import { Sku } from '@/ui/text';

/** How the price comes about, what follows from the measures, and what it is. */
export function WorkingBox({ resolution }: { resolution: ResolutionJson }) {
  const { leadDays } = resolution.availability;
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" px={{ base: '4', sm: '5' }} py="4" id="working">
      <WorkingTable resolution={resolution} />
      {resolution.measures.filter(({ forCustomers }) => forCustomers).map(({ name, shown }) => (
        <HStack key={name} justify="space-between" fontSize="sm" mt="1">
          <Text>{name}</Text>
          <Text fontVariantNumeric="tabular-nums">{shown}</Text>
        </HStack>
      ))}
      {leadDays !== null && (
        <Text fontSize="sm" mt="2">
          Part of it is made to order: it leaves us in about {leadDays} days.
        </Text>
      )}
      {resolution.unitPrice !== null && (
        <Text fontSize="sm" color="fg.muted" mt="2">
          {resolution.item.sku !== '' && <Sku>{resolution.item.sku}</Sku>}
          {resolution.weight && `${resolution.item.sku === '' ? '' : ' · '}weighs ${weightWords(resolution.weight, resolution.quantity)}`}
        </Text>
      )}
    </Box>
  );
}
