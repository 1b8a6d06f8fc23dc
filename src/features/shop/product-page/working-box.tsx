import { Box, HStack, Text } from '@chakra-ui/react';
import { type ForCustomers } from '@/core/catalog';
import { asShown, type ResolutionJson, type ToldTax } from '@/core/exchange';
import { DoneWhen, TaxNote, weightWords, WorkingTable } from '@/features/kit/selection';
import { Sku } from '@/ui/text';

const SHOWN_IN_FULL: ForCustomers = { working: 'full', sku: true };

/** How the price comes about, what follows from the measures, and what it is. */
export function WorkingBox({ resolution, tax }: { resolution: ResolutionJson; tax: ToldTax | null }) {
  const { leadDays } = resolution.availability;
  const shows = resolution.forCustomers ?? SHOWN_IN_FULL;
  const sku = shows.sku ? resolution.item.sku : '';
  const measures = resolution.measures.filter(({ forCustomers }) => forCustomers);
  if (shows.working === 'none' && measures.length === 0 && leadDays === null && sku === '' && !resolution.weight)
    return null;
  return (
    <Box
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      px={{ base: '4', sm: '5' }}
      py="4"
      id="working"
    >
      {shows.working !== 'none' && <WorkingTable resolution={asShown(resolution)} />}
      {shows.working !== 'none' && (
        <TaxNote tax={tax && { ...tax, shown: 'both' }} price={resolution.lineTotal} currency={resolution.currency} />
      )}
      {measures.map(({ name, shown }) => (
        <HStack key={name} justify="space-between" fontSize="sm" mt="1">
          <Text>{name}</Text>
          <Text fontVariantNumeric="tabular-nums">{shown}</Text>
        </HStack>
      ))}
      <DoneWhen bookings={resolution.bookings} />
      {leadDays !== null && (
        <Text fontSize="sm" mt="2">
          Part of it is made to order: it leaves us in about {leadDays} days.
        </Text>
      )}
      {resolution.unitPrice !== null && (
        <Text fontSize="sm" color="fg.muted" mt="2">
          {sku !== '' && <Sku>{sku}</Sku>}
          {resolution.weight &&
            `${sku === '' ? '' : ' · '}weighs ${weightWords(resolution.weight, resolution.quantity)}`}
        </Text>
      )}
    </Box>
  );
}
